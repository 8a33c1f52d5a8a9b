import { say } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { changeStep } from '../../db/plan';
import { dropBatch } from '../../db/purgeBatch';
import { command } from '../../server/command';
import { BOSS, PLAN_STAYS, said } from '../shared';
import { ChangeStepInput } from './changeStep.input';

/** Changes or drops one step of the plan in place; the steps of its group move with it. */
export const module = command({
  name: 'plan.changeStep',
  version: 1,
  title: (v) => (v.drop ? say`Take out of the plan` : say`Change the plan`),
  who: BOSS,
  input: ChangeStepInput,
  run: async ({ tx, today }, v) => {
    if (v.day && v.day < today) throw new RuleBroken('day', say`That day has passed.`);
    if (v.toPlaceId && !(await tx('place').where({ id: v.toPlaceId }).first('id')))
      throw new RuleBroken('toPlaceId', say`Choose a tank of this farm.`);
    const { words, groupId } = await changeStep(tx, today, v);
    if (v.drop) await dropBatch(tx, groupId);
    return said(words);
  },
  takeBack: PLAN_STAYS,
});
