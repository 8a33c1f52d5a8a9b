import { say, word } from '../../core/words/words';
import { saveChore } from '../../db/doing/chores';
import { command } from '../../server/command';
import { BOSS, said, SET_UP_STAYS } from '../shared';
import { RoutineInput } from './save.input';

export const module = command({
  name: 'chore.save',
  version: 1,
  title: word`Change the chores`,
  who: BOSS,
  input: RoutineInput,
  run: async ({ tx, entry }, v) => {
    await saveChore(tx, entry.farmId, v);
    return said(say`${v.title} is on the round, every ${v.everyDays} days.`);
  },
  takeBack: SET_UP_STAYS,
});
