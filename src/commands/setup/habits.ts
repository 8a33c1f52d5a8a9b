import { decideHabits } from '../../core/setup/decideFarm';
import { farmKnown } from '../../db/farmChanges';
import { settle } from '../../server/settle';
import { word } from '../../core/words/words';
import { command } from '../../server/command';
import { BOSS, SET_UP_STAYS } from '../shared';
import { HabitsInput } from './habits.input';

export const module = command({
  name: 'setup.habits',
  version: 1,
  title: word`Change the habits of the farm`,
  who: BOSS,
  input: HabitsInput,
  run: async (doing, v) => settle(doing, decideHabits(await farmKnown(doing.tx), v), true),
  takeBack: SET_UP_STAYS,
});
