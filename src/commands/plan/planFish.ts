import { decidePlanFish } from '../../core/plan/acts/decidePlanFish';
import { say } from '../../core/words/words';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { planKnown } from '../planKnown';
import { BOSS, PLAN_STAYS } from '../shared';
import { PlanFishInput } from './planFish.input';

export const module = command({
  name: 'plan.planFish',
  version: 1,
  title: (v) => say`Plan a ${v.kind} of ${v.lotCode}`,
  who: BOSS,
  input: PlanFishInput,
  run: async (doing, v) => settle(doing, decidePlanFish(await planKnown(doing), v), v.confirmed),
  takeBack: PLAN_STAYS,
});
