import { say, word } from '../../core/words/words';
import { saveHabits } from '../../db/doing/limits';
import { command } from '../../server/command';
import { BOSS, said, SET_UP_STAYS } from '../shared';
import { HabitsInput } from './habits.input';

export const module = command({
  name: 'setup.habits',
  version: 1,
  title: word`Change the habits of the farm`,
  who: BOSS,
  input: HabitsInput,
  run: async ({ tx }, v) => {
    await saveHabits(tx, v);
    return said(say`Kept. Who chose other units for themselves keeps them.`);
  },
  takeBack: SET_UP_STAYS,
});
