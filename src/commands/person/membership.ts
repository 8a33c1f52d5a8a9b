import { say, word } from '../../core/words/words';
import { askerOf } from '../../db/people';
import { command } from '../../server/command';
import { BOSS, said, SET_UP_STAYS } from '../shared';
import { MembershipInput } from './membership.input';

/** Someone leaves, comes back, or is signed out everywhere. What they recorded stays. */
export const module = command({
  name: 'person.membership',
  version: 1,
  title: word`Change who belongs to the farm`,
  who: BOSS,
  input: MembershipInput,
  run: async ({ tx, entry, person, today }, { personId, what }) => {
    const asker = askerOf(person);
    if (what === 'end') {
      await tx.raw('select end_membership(?, ?, ?, ?)', [asker, entry.at, personId, today]);
      return said(say`They are no member any more, from now on. What they recorded stays.`);
    }
    if (what === 'again') {
      await tx.raw('select come_back(?, ?, ?)', [asker, entry.at, personId]);
      return said(say`They are a member again, with the password they had.`);
    }
    await tx.raw('select end_sessions_of(?, ?, ?)', [asker, entry.at, personId]);
    return said(say`They are signed out everywhere.`);
  },
  takeBack: SET_UP_STAYS,
});
