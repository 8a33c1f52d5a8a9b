import { say, word } from '../../core/words/words';
import { withdrawInvite } from '../../db/members';
import { command } from '../../server/command';
import { BOSS, said, SET_UP_STAYS } from '../shared';
import { WithdrawInviteInput } from './withdrawInvite.input';

export const module = command({
  name: 'person.withdrawInvite',
  version: 1,
  title: word`Withdraw a link`,
  who: BOSS,
  input: WithdrawInviteInput,
  run: async ({ tx, entry }, { id }) => {
    await withdrawInvite(tx, id, entry.at);
    return said(say`The link is void.`);
  },
  takeBack: SET_UP_STAYS,
});
