import { redirect } from 'next/navigation';
import { say } from '../../core/words/words';
import { SetUp } from '../../features/setup/SetUp';
import { setUpPage } from '../../features/setup/queries';
import { requirePerson } from '../../server/session';

export const dynamic = 'force-dynamic';
export const generateMetadata = () => ({ title: say`A farm of your own` });

export default async function Page() {
  const person = await requirePerson();
  if (!person.inSetUp) redirect('/round');
  const page = await setUpPage();
  return page ? <SetUp page={page} /> : redirect('/round');
}
