import { dayNumber, type Day } from '../quantity/days';
import type { Crop } from '../library/types';
import { expectedYield } from './quantities';

/** A planting that is through with its first pick, as the books have it. */
export interface Batch {
  sownOn: Day;
  transplantedOn: Day;
  firstPickOn: Day;
  sown: number;
  transplanted: number;
  /** Of the first pick: pieces, or g for crops sold by weight. */
  picked: number;
}

export interface Learned {
  batches: number;
  /** Plants that went into beds for each seed; the recipe expects `raisedExpected`. */
  raised: number;
  raisedExpected: number;
  /** First picks against what the recipe expects of the plants in beds; 1: as expected. */
  pickedShare: number;
  /** Days from transplanting to the first pick, by month of transplanting (0: January); months without a batch are left out. */
  daysByMonth: { month: number; days: number; batches: number }[];
}

/** Fewer batches than these say nothing. Planning default. */
export const LEAST_BATCHES = 5;

/** What the farm's own batches of a crop came to; null: too few of them to say. Sums over sums, so that large batches count more. */
export function learnedFrom(crop: Crop, batches: readonly Batch[]): Learned | null {
  if (batches.length < LEAST_BATCHES) return null;
  const sum = (of: (b: Batch) => number) => batches.reduce((total, b) => total + of(b), 0);
  const expected = (b: Batch) => {
    const { units, massG } = expectedYield(crop, b.transplanted, 1);
    return crop.unit === 'kg' ? massG : units;
  };
  const months = new Map<number, number[]>();
  for (const b of batches) {
    const month = Number(b.transplantedOn.slice(5, 7)) - 1;
    months.set(month, [...(months.get(month) ?? []), dayNumber(b.firstPickOn) - dayNumber(b.transplantedOn)]);
  }
  return {
    batches: batches.length,
    raised:
      sum((b) => b.transplanted) /
      Math.max(
        1,
        sum((b) => b.sown),
      ),
    raisedExpected: crop.germination * crop.nurserySurvival,
    pickedShare: sum((b) => b.picked) / Math.max(1, sum(expected)),
    daysByMonth: [...months]
      .sort(([a], [b]) => a - b)
      .map(([month, days]) => ({
        month,
        days: days.reduce((a, b) => a + b, 0) / days.length,
        batches: days.length,
      })),
  };
}
