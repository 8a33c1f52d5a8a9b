import { say } from '../../core/words/words';
import { invite } from '../../db/members';
import { command } from '../../server/command';
import { BOSS, said, SET_UP_STAYS } from '../shared';
import { InviteInput } from './invite.input';

export const module = command({
  name: 'person.invite',
  version: 1,
  title: (v) => say`Ask ${v.name} in`,
  who: BOSS,
  input: InviteInput,
  run: async ({ tx, entry, person }, v) => {
    await invite(tx, v, { farmId: entry.farmId, by: person.personId, at: entry.at });
    return said(say`${v.name} is invited. The link is open for 14 days.`);
  },
  takeBack: SET_UP_STAYS,
});
