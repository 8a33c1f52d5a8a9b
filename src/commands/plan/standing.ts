import { RuleBroken } from '../../core/errors';
import { forecastFarm } from '../../core/plan/forecast';
import { planStanding } from '../../core/plan/planStanding';
import { all, plural, say, word } from '../../core/words/words';
import { addSteps, newId } from '../../db/plan';
import { command } from '../../server/command';
import { askAboutPlan, CREW, PLAN_STAYS, said } from '../shared';
import { StandingInput } from './standing.input';

/** Plans picking and clearing of what stands without a plan, as it ripens. */
export const module = command({
  name: 'plan.standing',
  version: 1,
  title: word`Plan the picking of what stands`,
  who: CREW,
  input: StandingInput,
  run: async (doing, { confirmed }) => {
    const facts = await doing.facts();
    const plan = await doing.steps();
    const { steps, left } = planStanding({ facts, plan, forecast: forecastFarm(facts, plan), newId });
    if (steps.length === 0)
      throw new RuleBroken(
        'form',
        left.length > 0 ? say`No bed has room for ${all(left)}.` : say`Everything that stands has a plan already.`,
      );
    const notes = await askAboutPlan(doing, steps, confirmed);
    await addSteps(doing.tx, doing.person.farmId, steps);
    const planned = new Set(steps.map((s) => s.lotCode)).size;
    const rest = left.length > 0 ? [say`No bed has room for ${all(left)}.`] : [];
    return said(plural(planned, '# planting is in the plan.', '# plantings are in the plan.'), [...notes, ...rest]);
  },
  takeBack: PLAN_STAYS,
});
