import { requireWithin } from '../errors';
import type { CropBed, CropClimate, CropLearned } from '../library/types';
import type { Day } from '../quantity/days';
import { isResting } from './winterRest';
import { temperatureResponse } from '../quantity/temperatureResponse';

/** How sharply development levels off with light. Planning default. */
const LIGHT_CURVE = 1.5;
const LIGHT_RANGE = [0, 80] as const;

/**
 * Share of reference development a crop makes in a day: f(T)·g(light); 1 at its best temperature and target light.
 * f is the beta curve (see temperatureResponse); g saturates: (1−e^(−c·x))/(1−e^(−c)), x = light over target, at most 1.1.
 * @param airTempC °C @param lightMolM2 daily light sum, mol/m², 0 to 80
 */
export function dailyDevelopment(crop: CropClimate, airTempC: number, lightMolM2: number): number {
  requireWithin('lightMolM2', lightMolM2, LIGHT_RANGE);
  const light = (1 - Math.exp((-LIGHT_CURVE * lightMolM2) / crop.lightTargetMol)) / (1 - Math.exp(-LIGHT_CURVE));
  return temperatureResponse(airTempC, crop) * Math.min(1.1, light);
}

/** Share of reference development on a day of this farm: as `dailyDevelopment`, at the pace its own batches had in that month; nothing while it rests. */
export function developmentOn(
  crop: CropClimate & CropLearned & Pick<CropBed, 'rest'>,
  day: Day,
  { airC, lightMol }: { airC: number; lightMol: number },
): number {
  if (isResting(crop, day)) return 0;
  const made = dailyDevelopment(crop, airC, lightMol);
  return crop.paceByMonth ? made * (crop.paceByMonth[Number(day.slice(5, 7)) - 1] ?? 1) : made;
}

/** Running sum of development from day 0: entry i is the sum of the i days before day i. */
export function developmentSums(daily: readonly number[] | Float64Array): Float64Array {
  const sums = new Float64Array(daily.length + 1);
  for (let i = 0; i < daily.length; i++) sums[i + 1] = sums[i]! + daily[i]!;
  return sums;
}

/**
 * First day index by which `referenceDays` of development have been made since `fromIndex`.
 * Binary search, because the sums never fall. Past the end of the table the last day's pace goes on.
 * @returns the day index, or null when the crop stands still
 */
export function stageEnd(sums: Float64Array, fromIndex: number, referenceDays: number): number | null {
  const last = sums.length - 1;
  const start = Math.min(Math.max(0, fromIndex), last);
  const goal = sums[start]! + referenceDays;
  if (sums[last]! < goal) {
    const pace = last > 0 ? sums[last]! - sums[last - 1]! : 0;
    return pace > 0 ? last + Math.ceil((goal - sums[last]!) / pace) : null;
  }
  let low = start;
  let high = last;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sums[middle]! >= goal - 1e-9) high = middle;
    else low = middle + 1;
  }
  return low;
}
