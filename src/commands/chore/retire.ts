import { say, word } from '../../core/words/words';
import { retireChore } from '../../db/doing/chores';
import { command } from '../../server/command';
import { ThingInput } from '../inputs';
import { BOSS, said, SET_UP_STAYS } from '../shared';

export const module = command({
  name: 'chore.retire',
  version: 1,
  title: word`Take a chore off the round`,
  who: BOSS,
  input: ThingInput,
  run: async ({ tx, today }, v) => said(say`${await retireChore(tx, v, today)} comes up no more.`),
  takeBack: SET_UP_STAYS,
});
