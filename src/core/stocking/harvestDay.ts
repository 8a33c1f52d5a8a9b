import type { FarmFacts } from '../facts/farm';
import type { PlanStep } from '../facts/step';
import { weekday } from '../quantity/days';

/** Where nothing is planned or promised yet. Planning default: Thursday, for sale at the weekend. */
const THURSDAY = 3;
const FRIDAY = 4;

/**
 * The day of the week on which the farm harvests, 0 for Monday: the one most harvests of the plan are on; without any, the day
 * before most deliveries, a working day.
 */
export function usualHarvestOn(facts: FarmFacts, plan: readonly PlanStep[], speciesCodes: ReadonlySet<string>): number {
  const planned = plan.filter((s) => s.kind === 'harvest').map((s) => weekday(s.day) - 1);
  if (planned.length > 0) return mostCommon(planned);
  const products = new Set(facts.products.filter((p) => speciesCodes.has(p.speciesCode ?? '')).map((p) => p.code));
  const due = facts.promises.filter((p) => products.has(p.productCode)).map((p) => weekday(p.day) - 1);
  if (due.length === 0) return THURSDAY;
  const before = (mostCommon(due) + 6) % 7;
  return Math.min(FRIDAY, before);
}

function mostCommon(days: readonly number[]): number {
  const count = (d: number) => days.filter((x) => x === d).length;
  return [0, 1, 2, 3, 4, 5, 6].reduce((best, d) => (count(d) > count(best) ? d : best));
}

/** The week whose harvest is the last before a delivery, both by day from the plan's first; below 0: none of the plan. */
export function weekServedBy(at: number, harvestOn: number): number {
  return Math.floor((at - harvestOn) / 7);
}
