import { mean, standardDeviation } from 'simple-statistics';
import { uniformFrom } from '../quantity/seeded';
import { lightMol, outsideAirC } from '../setup/climate';
import { addDays, daysBetween, fromMonths, type Day } from '../quantity/days';

/** A day as it was, outside or as a logger had it. */
export interface WeatherDay {
  day: Day;
  /** Mean air of the day, °C. */
  airC: number;
  /** Light sum of the day at the leaves, mol/m²; null: not read. */
  lightMol: number | null;
}

/** What days are like where the farm stands: means by month, and how much days stray from them. */
export interface Climate {
  airC: readonly number[];
  /** Standard deviation of a day's mean about its month's, °C. */
  airSpreadC: readonly number[];
  lightMol: readonly number[];
  /** The same of a day's light, as a share of its month's. */
  lightSpread: readonly number[];
  /** Days of the farm's own weather it rests on, by month; 0: the stand-in. */
  ownDays: readonly number[];
}

/** Days stray more the farther from the equator. Planning default. */
const spreadAt = (latitude: number) => 1.5 + 0.05 * Math.abs(latitude);
/** Planning default: bright and dull days. */
const LIGHT_SPREAD = 0.4;
/** Days of a month from which its own figures hold. */
export const OWN_FROM_DAYS = 20;

/** The stand-in for a place: from its latitude and height alone. @param latitude −90 to 90 @param altitudeM −450 to 6000 */
export function standInClimate(latitude: number, altitudeM: number): Climate {
  return {
    airC: outsideAirC(latitude, altitudeM),
    airSpreadC: Array<number>(12).fill(spreadAt(latitude)),
    lightMol: lightMol(latitude),
    lightSpread: Array<number>(12).fill(LIGHT_SPREAD),
    ownDays: Array<number>(12).fill(0),
  };
}

const monthOf = (day: Day) => Number(day.slice(5, 7)) - 1;

/** A climate with the months that the farm's own days say enough about put in their place. */
export function learnedClimate(standIn: Climate, days: readonly WeatherDay[]): Climate {
  const byMonth = Array.from({ length: 12 }, (_, m) => days.filter((d) => monthOf(d.day) === m));
  const own = byMonth.map((list) => list.length >= OWN_FROM_DAYS);
  const lights = byMonth.map((list) => list.flatMap((d) => (d.lightMol === null ? [] : [d.lightMol])));
  const lit = lights.map((list) => list.length >= OWN_FROM_DAYS);
  return {
    airC: standIn.airC.map((c, m) => (own[m] ? mean(byMonth[m]!.map((d) => d.airC)) : c)),
    airSpreadC: standIn.airSpreadC.map((s, m) => (own[m] ? standardDeviation(byMonth[m]!.map((d) => d.airC)) : s)),
    lightMol: standIn.lightMol.map((l, m) => (lit[m] ? mean(lights[m]!) : l)),
    lightSpread: standIn.lightSpread.map((s, m) =>
      lit[m] ? standardDeviation(lights[m]!) / Math.max(0.1, mean(lights[m]!)) : s,
    ),
    ownDays: byMonth.map((list) => list.length),
  };
}

/** Runs of days that a table of days lacks between its first and its last; none: it has no gap. */
export function gapsOf(days: readonly Day[]): { from: Day; until: Day; days: number }[] {
  const sorted = [...new Set(days)].sort();
  return sorted.slice(1).flatMap((day, i) => {
    const missing = daysBetween(sorted[i]!, day) - 1;
    return missing > 0 ? [{ from: addDays(sorted[i]!, 1), until: addDays(day, -1), days: missing }] : [];
  });
}

/** The longest run of days without a gap. @param days at least one */
export function longestRun(days: readonly Day[]): { from: Day; until: Day } {
  const sorted = [...new Set(days)].sort();
  const gaps = gapsOf(sorted);
  const runs = [null, ...gaps].map((gap, i) => ({
    from: gap ? addDays(gap.until, 1) : sorted[0]!,
    until: gaps[i] ? addDays(gaps[i]!.from, -1) : sorted.at(-1)!,
  }));
  return runs.reduce((a, b) => (daysBetween(b.from, b.until) > daysBetween(a.from, a.until) ? b : a));
}

/** How much of one day's straying is left the day after. Planning default. */
const AIR_STAYS = 0.7;
const LIGHT_STAYS = 0.3;

/** How far days stray from their month: of the air, °C, and of the light, as a factor. */
export interface Straying {
  airC: Float64Array;
  light: Float64Array;
}

/**
 * One year the place may have, from a day on: how far each of its days strays from its month, warm and dull spells lasting as they
 * do (a first-order autoregression). The same seed gives the same year.
 */
export function strayingYear(climate: Climate, { days, seed }: { days: readonly Day[]; seed: number }): Straying {
  const normal = normalFrom(seed);
  const year = { airC: new Float64Array(days.length), light: new Float64Array(days.length) };
  let [air, light] = [normal(), normal()];
  days.forEach((day, i) => {
    air = AIR_STAYS * air + Math.sqrt(1 - AIR_STAYS ** 2) * normal();
    light = LIGHT_STAYS * light + Math.sqrt(1 - LIGHT_STAYS ** 2) * normal();
    year.airC[i] = air * fromMonths(climate.airSpreadC, day);
    year.light[i] = Math.max(0.15, 1 + light * fromMonths(climate.lightSpread, day));
  });
  return year;
}

/** Standard normal numbers from a seed: Box and Muller (1958). */
function normalFrom(seed: number): () => number {
  const uniform = uniformFrom(seed);
  return () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform());
}
