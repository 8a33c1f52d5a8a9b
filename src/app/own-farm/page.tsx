import { redirect } from 'next/navigation';
import { say, speech } from '../../core/words/words';
import { mayFound } from '../../db/founding';
import { FoundFarm } from '../../features/setup/FoundFarm';
import { now } from '../../server/clock';
import { database } from '../../server/database';
import { currentPerson } from '../../server/session';

export const dynamic = 'force-dynamic';
export const generateMetadata = () => ({ title: say`A farm of your own` });

export default async function Page() {
  const person = await currentPerson();
  if (person && !person.isDemo) redirect(person.inSetUp ? '/set-up' : '/round');
  if (!(await mayFound(database(), now()))) redirect('/sign-in');
  return <FoundFarm locale={speech().locale} />;
}
