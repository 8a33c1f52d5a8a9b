import { say } from '../../../../../core/words/words';
import { tankPage } from '../../../../../features/cohorts/tanks/oneTankQuery';
import { TankView } from '../../../../../features/cohorts/tanks/TankView';
import type { Search } from '../../../../../server/farmView';

interface Props {
  params: Promise<{ place: string }>;
  searchParams: Search;
}

export async function generateMetadata({ params }: Props) {
  return { title: say`Tank ${decodeURIComponent((await params).place)}` };
}

export default async function Page({ params, searchParams }: Props) {
  return <TankView page={await tankPage(decodeURIComponent((await params).place), searchParams)} />;
}
