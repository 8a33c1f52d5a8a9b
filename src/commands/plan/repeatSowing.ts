import { decideRepeatSowing } from '../../core/plan/acts/decideSowings';
import { say } from '../../core/words/words';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { planWithCodes } from '../planKnown';
import { BOSS, PLAN_STAYS } from '../shared';
import { RepeatSowingInput } from './repeatSowing.input';

/** The same sowing again every so many days, so that there is something to pick each time. */
export const module = command({
  name: 'plan.repeatSowing',
  version: 1,
  title: (v) => say`Sow ${v.cropCode} every ${v.everyDays} days`,
  who: BOSS,
  input: RepeatSowingInput,
  run: async (doing, v) => settle(doing, decideRepeatSowing(await planWithCodes(doing), v), v.confirmed),
  takeBack: PLAN_STAYS,
});
