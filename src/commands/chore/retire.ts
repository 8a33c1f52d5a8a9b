import { decideRetireChore } from '../../core/setup/decideFarm';
import { choreKnown } from '../../db/farmChanges';
import { settle } from '../../server/settle';
import { word } from '../../core/words/words';
import { command } from '../../server/command';
import { ThingInput } from '../inputs';
import { BOSS, SET_UP_STAYS } from '../shared';

export const module = command({
  name: 'chore.retire',
  version: 1,
  title: word`Take a chore off the round`,
  who: BOSS,
  input: ThingInput,
  run: async (doing, v) => settle(doing, decideRetireChore(await choreKnown(doing.tx, v.id), v), true),
  takeBack: SET_UP_STAYS,
});
