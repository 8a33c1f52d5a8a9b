import { decidePlanningRules } from '../../core/setup/decideFarm';
import { word } from '../../core/words/words';
import { farmKnown } from '../../db/farmChanges';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { BOSS, SET_UP_STAYS } from '../shared';
import { PlanningInput } from './planning.input';

export const module = command({
  name: 'setup.planning',
  version: 1,
  title: word`Change the rules the farm is planned by`,
  who: BOSS,
  input: PlanningInput,
  run: async (doing, v) => settle(doing, decidePlanningRules(await farmKnown(doing.tx), v), true),
  takeBack: SET_UP_STAYS,
});
