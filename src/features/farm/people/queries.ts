import 'server-only';
import { listMembers, openInvites, type Member, type OpenInvite } from '../../../db/members';
import { passingNow } from '../../../server/watch';
import { readFarm } from '../../../server/farmView';

export interface PeoplePage {
  members: Member[];
  invites: OpenInvite[];
  mayChange: boolean;
  me: string;
  now: Date;
}

export const peoplePage = (): Promise<PeoplePage> =>
  readFarm(async (tx, person) => ({
    members: await listMembers(tx),
    invites: await openInvites(tx, passingNow()),
    mayChange: person.role === 'manager',
    me: person.personId,
    now: passingNow(),
  }));
