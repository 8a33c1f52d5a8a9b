import { redirect } from 'next/navigation';
import { say, speech } from '../../core/words/words';
import { mayFound } from '../../db/founding';
import { FoundFarm } from '../../features/setup/FoundFarm';
import { TakeFarmIn } from '../../features/setup/TakeFarmIn';
import { now } from '../../server/clock';
import { database } from '../../server/database';
import type { Search } from '../../server/farmView';
import { currentPerson } from '../../server/session';

export const dynamic = 'force-dynamic';
export const generateMetadata = () => ({ title: say`A farm of your own` });

export default async function Page({ searchParams }: { searchParams: Search }) {
  const person = await currentPerson();
  if (person && !person.isDemo) redirect(person.inSetUp ? '/set-up' : '/round');
  if (!(await mayFound(database(), now()))) redirect('/sign-in');
  if ((await searchParams).from === 'file') return <TakeFarmIn />;
  return <FoundFarm locale={speech().locale} />;
}
