import { say } from '../words/words';
import type { LoopFact } from '../facts/farm';
import { daysBetween, fromMonths, type Day } from '../quantity/days';
import { shortDay } from '../quantity/sayDay';
import { formatTemperature, type UnitChoice } from '../quantity/units';

type Months = Pick<LoopFact, 'plannedWaterTempC' | 'tempPlan'>;

/** Planned temperature of a loop's water on a day, °C: the newest setting that has begun, else the loop's months. */
export function plannedWaterC(loop: Months, day: Day): number {
  const setting = loop.tempPlan.filter((s) => s.from <= day).at(-1);
  return setting?.tempC ?? fromMonths(loop.plannedWaterTempC, day);
}

/** Water that was read otherwise than planned comes back to its plan within so many days, unless it is read again. Planning default. */
const BACK_DAYS = 7;
const WARMEST_C = 40;

/** Temperature to be reckoned with on a day, °C: as planned, and near the last reading as far from the plan as that was. */
export function expectedWaterC(loop: Months & Pick<LoopFact, 'readWater'>, day: Day): number {
  const planned = plannedWaterC(loop, day);
  if (!loop.readWater) return planned;
  const since = daysBetween(loop.readWater.on, day);
  if (since < 0 || since >= BACK_DAYS) return planned;
  return Math.min(WARMEST_C, Math.max(0, planned + loop.readWater.aboveC * (1 - since / BACK_DAYS)));
}

/** A temperature that a loop is held at from a day until another. Null: by its months. */
export interface TempSetting {
  from: Day;
  /** The first day on which it no longer holds; null: until something else is planned. */
  until: Day | null;
  tempC: number | null;
}

/** What some settings come to, day by day. @param settings as they were planned, the oldest first: where they overlap, the newest holds */
export function tempPlanOf(settings: readonly TempSetting[]): LoopFact['tempPlan'] {
  return settings.reduce(
    (plan, s) => withSetting({ loop: { tempPlan: plan }, from: s.from, until: s.until, tempC: s.tempC }).tempPlan,
    [] as LoopFact['tempPlan'],
  );
}

/** Adds a setting from a day until another; afterwards what was planned before holds again. */
export function withSetting<L extends Pick<LoopFact, 'tempPlan'>>({
  loop,
  from,
  until,
  tempC,
}: {
  loop: L;
  from: Day;
  until: Day | null;
  tempC: number | null;
}): L {
  const before = loop.tempPlan.filter((s) => s.from < from);
  const after = until === null ? [] : loop.tempPlan.filter((s) => s.from >= until);
  const resumed = until === null ? null : (loop.tempPlan.filter((s) => s.from <= until).at(-1)?.tempC ?? null);
  const back = until === null ? [] : [{ from: until, tempC: resumed }];
  return { ...loop, tempPlan: [...before, { from, tempC }, ...back, ...after.filter((s) => s.from !== until)] };
}

/** “24 °C from 3 Dec until 9 Jan”. */
export function sayTemperature(v: { tempC: number; from: string; until?: string | null }, units: UnitChoice): string {
  return say`${formatTemperature(v.tempC, units)} from ${shortDay(v.from)}${v.until ? say` until ${shortDay(v.until)}` : ''}`;
}
