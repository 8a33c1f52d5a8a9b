import { repeatSowings } from '../../core/crops/repeatSowings';
import { sowingCode } from '../../core/crops/gaps';
import { RuleBroken } from '../../core/errors';
import type { PlanStep } from '../../core/facts/step';
import { shortDay } from '../../core/quantity/sayDay';
import { plural, say } from '../../core/words/words';
import { addSteps, freePlanCode, newId } from '../../db/plan';
import { command } from '../../server/command';
import { askAboutPlan, BOSS, PLAN_STAYS, said } from '../shared';
import { RepeatSowingInput } from './repeatSowing.input';

/** The same sowing again every so many days, so that there is something to pick each time. */
export const module = command({
  name: 'plan.repeatSowing',
  version: 1,
  title: (v) => say`Sow ${v.cropCode} every ${v.everyDays} days`,
  who: BOSS,
  input: RepeatSowingInput,
  run: async (doing, v) => {
    const facts = await doing.facts();
    const { sowings, late } = repeatSowings({ facts, wish: v, codeFor: sowingCode, newId });
    if (sowings.length === 0)
      throw new RuleBroken(
        'firstPick',
        say`All of them would have had to be sown before today. The first pick can be on ${shortDay(late!)}.`,
      );
    const steps: PlanStep[] = [];
    for (const sowing of sowings) {
      const lotCode = await freePlanCode(doing.tx, sowing.lotCode);
      steps.push(...sowing.steps.map((step) => ({ ...step, lotCode })));
    }
    const notes = await askAboutPlan(doing, steps, v.confirmed);
    await addSteps(doing.tx, doing.person.farmId, steps);
    const left = v.times - sowings.length;
    const skipped = left > 0 ? [say`${plural(left, '# is', '# are')} too late to sow and left out.`] : [];
    const [first] = sowings;
    return said(plural(sowings.length, '# sowing is in the plan.', '# sowings are in the plan.'), [
      say`The first is sown on ${shortDay(first!.sowDay)}.`,
      ...skipped,
      ...notes,
    ]);
  },
  takeBack: PLAN_STAYS,
});
