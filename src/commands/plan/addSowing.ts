import { decideAddSowing } from '../../core/plan/acts/decideSowings';
import { say } from '../../core/words/words';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { planWithCodes } from '../planKnown';
import { CREW, PLAN_STAYS } from '../shared';
import { AddSowingInput } from './addSowing.input';

/** Puts the sowing that a shortfall asks for into the plan. */
export const module = command({
  name: 'plan.addSowing',
  version: 1,
  title: (v) => say`Plan a sowing for ${v.wantedOn}`,
  who: CREW,
  input: AddSowingInput,
  run: async (doing, v) => settle(doing, decideAddSowing(await planWithCodes(doing), v), true),
  takeBack: PLAN_STAYS,
});
