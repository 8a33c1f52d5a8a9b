import { decideChore } from '../../core/setup/decideFarm';
import { choreKnown, chorePlace } from '../../db/farmChanges';
import { settle } from '../../server/settle';
import { word } from '../../core/words/words';
import { command } from '../../server/command';
import { BOSS, SET_UP_STAYS } from '../shared';
import { RoutineInput } from './save.input';

export const module = command({
  name: 'chore.save',
  version: 1,
  title: word`Change the chores`,
  who: BOSS,
  input: RoutineInput,
  run: async (doing, v) => {
    const known = { chore: await choreKnown(doing.tx, v.id), place: await chorePlace(doing.tx, v.placeId) };
    return settle(doing, decideChore(known, v), true);
  },
  takeBack: SET_UP_STAYS,
});
