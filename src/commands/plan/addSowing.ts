import { say } from '../../core/words/words';
import { sowingCode, sowingGaps } from '../../core/crops/gaps';
import { RuleBroken } from '../../core/errors';
import { promiseTable } from '../../core/market/promiseTable';
import { forecastFarm } from '../../core/plan/forecast';
import { addSteps, freePlanCode, newId } from '../../db/plan';
import { command } from '../../server/command';
import { CREW, PLAN_STAYS } from '../shared';
import { AddSowingInput } from './addSowing.input';

/** Puts the sowing that a shortfall asks for into the plan; computed anew, so that it fits the plan as it is now. */
export const module = command({
  name: 'plan.addSowing',
  version: 1,
  title: (v) => say`Plan a sowing for ${v.wantedOn}`,
  who: CREW,
  input: AddSowingInput,
  run: async (doing, v) => {
    const facts = await doing.facts();
    const forecast = forecastFarm(facts, await doing.steps());
    const promise = promiseTable({ forecast, products: facts.products, promises: facts.promises, weeks: 20 });
    const gap = sowingGaps({ facts, forecast, promise, codeFor: sowingCode, newId }).find(
      (g) => g.cropCode === v.cropCode && g.wantedOn === v.wantedOn,
    );
    if (!gap)
      throw new RuleBroken(
        'form',
        say`That shortfall is gone: the plan or the orders have changed. Reload to see what is short now.`,
      );
    if (!gap.sowing && gap.full && gap.sowBy >= facts.today) throw new RuleBroken('form', gap.full);
    if (!gap.sowing) throw new RuleBroken('form', say`Too late: it would have had to be sown by ${gap.sowBy}.`);
    const lotCode = await freePlanCode(doing.tx, gap.sowing.steps[0]!.lotCode);
    await addSteps(
      doing.tx,
      doing.person.farmId,
      gap.sowing.steps.map((s) => ({ ...s, lotCode })),
    );
    return say`${lotCode} is in the plan: sow on ${gap.sowing.sowDay}.`;
  },
  takeBack: PLAN_STAYS,
});
