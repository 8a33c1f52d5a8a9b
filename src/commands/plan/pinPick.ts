import { decidePin } from '../../core/plan/acts/decideStepChange';
import { say } from '../../core/words/words';
import { lockStep } from '../../db/plan';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { followPlants } from '../plantsKnown';
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
    const { words, lines } = await settle(doing, decidePin(step, v), true);
    return said(words, v.pinned ? lines : await followPlants(doing, [step.lotCode]));
  },
  takeBack: PLAN_STAYS,
});
