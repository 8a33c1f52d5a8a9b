import { notFound } from 'next/navigation';
import { requirePerson } from '../../../server/session';
import { valueOf } from '../../../server/answers';
import { stationAnswer } from '../../../stations/answers';
import { stationAt, titleOf } from '../../../stations/list';
import { Station } from '../../../stations/Station';

interface Props {
  params: Promise<{ path: string[] }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

/** Which station the address is of. */
async function askedBy({ params, searchParams }: Props) {
  const said = Object.entries(await searchParams).flatMap(([key, value]) =>
    typeof value === 'string' ? [[key, value] as [string, string]] : [],
  );
  return stationAt(`/${(await params).path.join('/')}`, new URLSearchParams(said));
}

export async function generateMetadata(props: Props) {
  const asked = await askedBy(props);
  return asked ? { title: titleOf(asked) } : {};
}

/** A first visit is drawn here; from then on the browser fetches data only (src/stations). */
export default async function Page(props: Props) {
  const asked = await askedBy(props);
  if (!asked) notFound();
  const answer = await stationAnswer(await requirePerson(), asked, true);
  const { name, code } = asked;
  return <Station first={{ name, code, page: valueOf(answer), etag: answer.etag }} />;
}
