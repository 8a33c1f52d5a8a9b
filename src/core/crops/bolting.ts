import type { Crop } from '../library/types';

/** Days before a pick in which heat sends a leaf crop into flower. Planning default. */
export const HEAT_COUNTS_DAYS = 21;

/** Share of plants lost for each degree-day above the limit. Planning default. */
const LOSS_PER_DEGREE_DAY = 0.025;

/** Degrees above their best at which cool leaf crops begin to bolt. Planning default. */
const ABOVE_BEST_C = 6;
const COOL_OPT_C = 22;
const LEAFY = new Set(['head', 'cut leaf', 'herb']);

/**
 * Mean air of a day above which a crop bolts or turns bitter, °C: as the farm has set it, or, for leaf crops that like it cool, six
 * degrees above their best. Null: it does not bolt.
 */
export function boltFromC(crop: Pick<Crop, 'boltFromC' | 'kind' | 'tempOptC'>): number | null {
  if (crop.boltFromC !== undefined) return crop.boltFromC > 0 ? crop.boltFromC : null;
  return LEAFY.has(crop.kind) && crop.tempOptC <= COOL_OPT_C ? crop.tempOptC + ABOVE_BEST_C : null;
}

/** Degree-days of one day above a limit. */
export const heatOf = (airC: number, fromC: number): number => Math.max(0, airC - fromC);

/** Share of plants that so much heat before their pick costs, 0 to 1: each degree-day takes its part of what is left. */
export function boltShare(degreeDays: number): number {
  return 1 - Math.exp(-LOSS_PER_DEGREE_DAY * degreeDays);
}
