import { say } from '../../core/words/words';
import { lockStep } from '../../db/plan';
import { command } from '../../server/command';
import { followPlants } from '../plantsKnown';
import { RuleBroken } from '../../core/errors';
import { CREW, PLAN_STAYS, said } from '../shared';
import { PinPickInput } from './pinPick.input';

/** A pick stays on its day, ripe or not; or follows its plants again. */
export const module = command({
  name: 'plan.pinPick',
  version: 1,
  title: (v) => (v.pinned ? say`Keep a pick on its day` : say`Let a pick follow its plants`),
  who: CREW,
  input: PinPickInput,
  run: async (doing, v) => {
    const step = await lockStep(doing.tx, v.stepId, 'pick');
    if (step.version !== v.version)
      throw new RuleBroken('form', say`Someone moved this step to ${step.day} meanwhile. Reload.`);
    await doing
      .tx('plan_step')
      .where({ id: step.id })
      .update({ detail: JSON.stringify({ ...step.detail, pinned: v.pinned ? 1 : 0 }), version: step.version + 1 });
    if (v.pinned) return said(say`It stays on that day.`);
    return said(say`It follows its plants again.`, await followPlants(doing, [step.lotCode]));
  },
  takeBack: PLAN_STAYS,
});
