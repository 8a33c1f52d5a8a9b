import { say } from '../../core/words/words';
import { redirect } from 'next/navigation';
import { demoSignIns } from '../../db/people';
import { mayFound } from '../../db/founding';
import { SignInForm } from '../../features/account/SignInForm';
import { now } from '../../server/clock';
import { database } from '../../server/database';
import { currentPerson } from '../../server/session';

export const generateMetadata = () => ({ title: say`Sign in` });

export default async function SignInPage() {
  if (await currentPerson()) redirect('/round');
  return <SignInForm demo={await demoSignIns(database())} mayFound={await mayFound(database(), now())} />;
}
