import type { LoopFact } from '../facts/farm';
import { addDays, daysBetween, fromMonths, type Day } from '../quantity/days';

/** What plants had of air and light, on the mean of some days. */
export interface WeatherHad {
  airC: number;
  lightMol: number;
  days: number;
  /** Days of which the air was read; the others are as planned. */
  readDays: number;
}

/** Air and light of a house from one day up to another, both counted: as read on the days they were, else as planned. */
export function weatherHad(
  {
    recordedAir,
    plannedAirTempC,
    plannedLightMol,
  }: Pick<LoopFact, 'recordedAir' | 'plannedAirTempC' | 'plannedLightMol'>,
  from: Day,
  until: Day,
): WeatherHad {
  const days = Math.max(1, daysBetween(from, until) + 1);
  let [air, light, readDays] = [0, 0, 0];
  for (let i = 0; i < days; i++) {
    const day = addDays(from, i);
    const read = recordedAir?.tempC[day];
    if (read !== undefined) readDays += 1;
    air += read ?? fromMonths(plannedAirTempC, day);
    light += recordedAir?.lightMol[day] ?? fromMonths(plannedLightMol, day);
  }
  return { airC: air / days, lightMol: light / days, days, readDays };
}
