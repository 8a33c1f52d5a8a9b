import type { LoopFact } from '../plan/types';
import { fromMonths, type Day } from '../quantity/days';

/** Planned temperature of a loop's water on a day, °C: the newest setting that has begun, else the loop's months. */
export function plannedWaterC(loop: Pick<LoopFact, 'plannedWaterTempC' | 'tempPlan'>, day: Day): number {
  const setting = loop.tempPlan.filter((s) => s.from <= day).at(-1);
  return setting?.tempC ?? fromMonths(loop.plannedWaterTempC, day);
}

/** Adds a setting from a day until another; afterwards what was planned before holds again. */
export function withSetting(loop: LoopFact, from: Day, until: Day | null, tempC: number): LoopFact {
  const before = loop.tempPlan.filter((s) => s.from < from);
  const after = until === null ? [] : loop.tempPlan.filter((s) => s.from >= until);
  const resumed = until === null ? null : (loop.tempPlan.filter((s) => s.from <= until).at(-1)?.tempC ?? null);
  const back = until === null ? [] : [{ from: until, tempC: resumed }];
  return { ...loop, tempPlan: [...before, { from, tempC }, ...back, ...after.filter((s) => s.from !== until)] };
}
