import { say } from '../../../core/words/words';
import { invitationOf } from '../../../db/members';
import { JoinForm } from '../../../features/account/JoinForm';
import { now } from '../../../server/clock';
import { database } from '../../../server/database';
import { currentPerson } from '../../../server/session';

export const dynamic = 'force-dynamic';
export const generateMetadata = () => ({ title: say`Join a farm` });

export default async function Page({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  const asked = /^[\w-]{32,64}$/.test(token) ? await invitationOf(database(), token, now()) : null;
  const me = await currentPerson();
  return <JoinForm token={token} asked={asked} me={me ? { name: me.name, farm: me.farmName } : null} />;
}
