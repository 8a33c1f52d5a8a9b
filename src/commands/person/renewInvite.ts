import { say, word } from '../../core/words/words';
import { renewInvite } from '../../db/members';
import { command } from '../../server/command';
import { BOSS, said, SET_UP_STAYS } from '../shared';
import { RenewInviteInput } from './renewInvite.input';

export const module = command({
  name: 'person.renewInvite',
  version: 1,
  title: word`Make a new link for someone`,
  who: BOSS,
  input: RenewInviteInput,
  run: async ({ tx, entry }, v) =>
    said(say`A new link for ${await renewInvite(tx, v, entry.at)}; the old one is void.`),
  takeBack: SET_UP_STAYS,
});
