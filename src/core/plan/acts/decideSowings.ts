import { decide, refuse, type Decision } from '../../acts/decision';
import { said, type Said, type Taken } from '../../acts/effects';
import { sowingCode, sowingGaps } from '../../crops/gaps';
import { repeatSowings, type RepeatWish } from '../../crops/repeatSowings';
import type { PlanStep } from '../../facts/step';
import { promiseTable } from '../../market/promiseTable';
import type { Day } from '../../quantity/days';
import { shortDay } from '../../quantity/sayDay';
import { all, plural, say } from '../../words/words';
import { forecastFarm } from '../forecast';
import { freeCode } from '../freeCode';
import { planStanding } from '../planStanding';
import { askOfPlan, joining, type PlanKnown } from './planKnown';

/** A shortfall is looked for so far ahead: as far as a sowing can still mend one. */
const GAP_WEEKS = 20;

interface SowingFacts extends PlanKnown {
  /** Codes of lots there are or are planned. */
  taken: ReadonlySet<string>;
}

/** The sowing that a shortfall asks for joins the plan; worked out anew, so that it fits the plan as it is now. */
export function decideAddSowing(
  { facts, plan, newId, taken }: SowingFacts,
  v: { cropCode: string; wantedOn: Day },
): Decision<Taken> {
  return decide(() => {
    const forecast = forecastFarm(facts, plan);
    const { products, promises } = facts;
    const promise = promiseTable({ forecast, products, promises, weeks: GAP_WEEKS });
    const gap =
      sowingGaps({ facts, forecast, promise, codeFor: sowingCode, newId }).find(
        (g) => g.cropCode === v.cropCode && g.wantedOn === v.wantedOn,
      ) ??
      refuse(
        'form',
        say`That shortfall is gone: the plan or the orders have changed. Reload to see what is short now.`,
      );
    const { sowing, full, sowBy } = gap;
    if (!sowing)
      return refuse(
        'form',
        full && sowBy >= facts.today ? full : say`Too late: it would have had to be sown by ${sowBy}.`,
      );
    const lotCode = freeCode(sowing.steps[0]!.lotCode, taken);
    return {
      effects: [joining(sowing.steps.map((s) => ({ ...s, lotCode })))],
      said: () => say`${lotCode} is in the plan: sow on ${sowing.sowDay}.`,
    };
  });
}

/** The same sowing again every so many days, so that there is something to pick each time. */
export function decideRepeatSowing(known: SowingFacts, v: RepeatWish): Decision<Taken<Said>> {
  return decide((asks) => {
    const { sowings, late } = repeatSowings({ facts: known.facts, wish: v, codeFor: sowingCode, newId: known.newId });
    if (sowings.length === 0)
      refuse(
        'firstPick',
        say`All of them would have had to be sown before today. The first pick can be on ${shortDay(late!)}.`,
      );
    const taken = new Set(known.taken);
    const steps = sowings.flatMap((sowing): PlanStep[] => {
      const lotCode = freeCode(sowing.lotCode, taken);
      taken.add(lotCode);
      return sowing.steps.map((step) => ({ ...step, lotCode }));
    });
    const notes = askOfPlan(known, steps, asks);
    const left = v.times - sowings.length;
    const skipped = left > 0 ? [say`${plural(left, '# is', '# are')} too late to sow and left out.`] : [];
    const words = plural(sowings.length, '# sowing is in the plan.', '# sowings are in the plan.');
    const lines = [say`The first is sown on ${shortDay(sowings[0]!.sowDay)}.`, ...skipped, ...notes];
    return { effects: [joining(steps)], said: () => said(words, lines) };
  });
}

/** Picking and clearing of what stands without a plan join it, as it ripens. */
export function decideStanding(known: PlanKnown): Decision<Taken<Said>> {
  return decide((asks) => {
    const { facts, plan, newId } = known;
    const { steps, left } = planStanding({ facts, plan, forecast: forecastFarm(facts, plan), newId });
    const noRoom = left.length > 0 ? [say`No bed has room for ${all(left)}.`] : [];
    if (steps.length === 0) refuse('form', noRoom[0] ?? say`Everything that stands has a plan already.`);
    const notes = askOfPlan(known, steps, asks);
    const planned = new Set(steps.map((s) => s.lotCode)).size;
    const words = plural(planned, '# planting is in the plan.', '# plantings are in the plan.');
    return { effects: [joining(steps)], said: () => said(words, [...notes, ...noRoom]) };
  });
}
