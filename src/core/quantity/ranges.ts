import { word } from '../words/words';
import { isDay, type Day } from './days';

/** One range of what may be entered and stored, and why it lies there. */
export interface Range {
  low: number;
  high: number;
  why: string;
}

/**
 * What a farm may enter. Wide enough for real farms, narrow enough for every calculation. The input classes, the database
 * and what looks for broken records go by these.
 */
export const RANGES = {
  count: { low: 0, high: 10_000_000, why: word`more than any farm holds` },
  massG: { low: 0, high: 100_000_000, why: word`more than 100 tonnes: check the unit` },
  fishG: { low: 0.01, high: 50_000, why: word`heavier than any fish kept in tanks: check the unit` },
  stockedG: { low: 0.01, high: 20_000, why: word`heavier than any fish to be stocked: check the unit` },
  lengthCm: { low: 0.5, high: 300, why: word`longer than any fish kept in tanks: check the unit` },
  pelletMm: { low: 0, high: 50, why: word`larger than any pellet: check the unit` },
  litres: { low: 0, high: 1_000_000, why: word`more than a thousand cubic metres: check the unit` },
  saltG: { low: 0, high: 1_000_000, why: word`more than a tonne of salt: check the unit` },
  tempC: { low: 0, high: 40, why: word`outside of what fish live in` },
  minor: { low: 0, high: 1_000_000_000, why: word`too large: check the price` },
  units: { low: 0, high: 10_000_000, why: word`more than the farm grows in a year: check the unit` },
  version: { low: 0, high: 2_000_000_000, why: word`no such version` },
} as const satisfies Record<string, Range>;

/** The first and last day that anything is recorded or planned for. */
export const FIRST_DAY: Day = '2000-01-01';
export const LAST_DAY: Day = '2100-12-31';

/** A day of the calendar that a farm may mean: a mistyped year is none. */
export function isFarmDay(value: unknown): value is Day {
  return isDay(value) && value >= FIRST_DAY && value <= LAST_DAY;
}

export function isWithin(value: unknown, { low, high }: Range): value is number {
  return typeof value === 'number' && value >= low && value <= high;
}
