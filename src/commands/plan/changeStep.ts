import { decideStepChange } from '../../core/plan/acts/decideStepChange';
import { say } from '../../core/words/words';
import { lockGroup } from '../../db/plan';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { planKnown } from '../planKnown';
import { BOSS, PLAN_STAYS } from '../shared';
import { ChangeStepInput } from './changeStep.input';

/** Changes or drops one step of the plan in place; the steps of its group move with it. */
export const module = command({
  name: 'plan.changeStep',
  version: 1,
  title: (v) => (v.drop ? say`Take out of the plan` : say`Change the plan`),
  who: BOSS,
  input: ChangeStepInput,
  run: async (doing, v) => {
    const { tx, today } = doing;
    const placeKnown = !v.toPlaceId || Boolean(await tx('place').where({ id: v.toPlaceId }).first('id'));
    const known = { ...(await planKnown(doing)), ...(await lockGroup(tx, v.stepId)), today, placeKnown };
    return settle(doing, decideStepChange(known, v), v.confirmed);
  },
  takeBack: PLAN_STAYS,
});
