import type { Species } from '../library/types';
import { addDays, daysBetween, type Day } from '../quantity/days';
import { calibrateGrowth, type Calibration } from './calibration';
import { dailyRootGainG13 } from './growth';
import { freshSpread, meanRelative, takeLargest, takeNearest, totalShare, type SizeBin } from './sizeSpread';

export interface CohortRecord {
  species: Species;
  stockedOn: Day;
  startMeanG: number;
  /** Spread of sizes at the start; null: as the species. */
  startCv: number | null;
  /** Growth multiplier of the lots it was made from; null: as the library. */
  startPace: number | null;
  /** Samples up to `day`, oldest first. */
  samples: { day: Day; meanG: number; count: number }[];
  /** Fish taken out by size (purge, part harvest, grading, live sale), oldest first. */
  taken: Taking[];
  /** Water temperature of a day as recorded, or as planned where nothing was recorded, °C. */
  waterTempC: (day: Day) => number;
  day: Day;
}

export interface Taking {
  day: Day;
  count: number;
  /** How many stood in the tank before. */
  before: number;
  /** Mean weight when one grade was netted, g; absent when the largest were taken. */
  gradeG?: number;
}

export interface CohortSize {
  /** Mean weight the undivided cohort would have, g; what is left in the tank has `bins` relative to it. */
  referenceG: number;
  bins: SizeBin[];
  calibration: Calibration;
  sampledOn: Day | null;
}

/**
 * How big a cohort is on a day: its last sample grown on at the cohort's own pace, or its stocking weight if it was
 * never sampled. A sample taken after the largest had gone is set back to the undivided cohort first.
 */
export function presentSize(record: CohortRecord): CohortSize {
  const { species, samples, day } = record;
  const gainUntil = cumulativeGain(record);
  const points = samples.map((sample) => ({
    expectedGainG13: gainUntil(sample.day),
    meanWeightG: sample.meanG / meanRelative(binsOn(record, sample.day)),
    sampleCount: sample.count,
  }));
  const calibration = calibrateGrowth(record.startMeanG, points, species.sizeCv, record.startPace ?? 1);
  const last = samples.at(-1);
  const fromG = last ? points.at(-1)!.meanWeightG : record.startMeanG;
  const gained = gainUntil(day) - (last ? gainUntil(last.day) : 0);
  const referenceG = (Math.cbrt(fromG) + gained * calibration.multiplier) ** 3;
  return { referenceG, bins: binsOn(record, day), calibration, sampledOn: last?.day ?? null };
}

function binsOn(record: CohortRecord, day: Day): SizeBin[] {
  const { species, taken, startCv } = record;
  const until = taken.filter((t) => t.day <= day && t.before > 0);
  return until.reduce<SizeBin[]>(
    (bins, t, i) => {
      const part = Math.min(1, t.count / t.before);
      const { left } = t.gradeG
        ? takeNearest(bins, part, t.gradeG / referenceBefore(record, i, t.day))
        : takeLargest(bins, part);
      return totalShare(left) > 0 ? left : bins;
    },
    freshSpread(startCv ?? species.sizeCv),
  );
}

/** The undivided cohort's mean weight on the day of a taking, from what was known before it, g. */
function referenceBefore(record: CohortRecord, taking: number, day: Day): number {
  const samples = record.samples.filter((s) => s.day <= day);
  return presentSize({ ...record, samples, taken: record.taken.slice(0, taking), day }).referenceG;
}

/** What the library's growth adds to the root weight from stocking up to a day. */
function cumulativeGain({ species, stockedOn, waterTempC, day }: CohortRecord) {
  const length = Math.max(0, daysBetween(stockedOn, day));
  const sums = new Float64Array(length + 1);
  for (let i = 0; i < length; i++)
    sums[i + 1] = sums[i]! + dailyRootGainG13(species, waterTempC(addDays(stockedOn, i)));
  return (until: Day) => sums[Math.max(0, Math.min(length, daysBetween(stockedOn, until)))]!;
}
