import type { SampleWeight } from '../facts/farm';
import type { Species } from '../library/types';
import { addDays, daysBetween, type Day } from '../quantity/days';
import { calibrateGrowth, type Calibration } from './calibration';
import { spreadOf } from './grading';
import { dailyRootGainG13 } from './growth';
import { freshSpread, meanRelative, takeLargest, takeNearest, totalShare, type SizeBin } from './sizeSpread';

export interface CohortRecord {
  species: Species;
  stockedOn: Day;
  startMeanG: number;
  /** Spread of sizes at the start; null: as the species. */
  startCv: number | null;
  /** Sizes at the start of a graded or merged lot, groups of equally many fish over their mean; null: spread as `startCv` says. */
  startSizes?: readonly number[] | null;
  /** Growth multiplier of the lots it was made from; null: as the library. */
  startPace: number | null;
  /** Samples up to `day`, oldest first. */
  samples: Sampled[];
  /** Fish taken out by size (purge, part harvest, grading, live sale), oldest first. */
  taken: Taking[];
  /** Water temperature of a day as recorded, or as planned where nothing was recorded, °C. */
  waterTempC: (day: Day) => number;
  day: Day;
}

export interface Sampled {
  day: Day;
  /** When on that day, ms since 1970; absent: after whatever was taken that day. */
  at?: number;
  meanG: number;
  count: number;
}

export interface Taking {
  day: Day;
  at?: number;
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
  /** How much the last sample counts in the size, and against how many weighed fish what was known before was worth. */
  lastSample: SampleWeight | null;
}

/** A forecast of so many days alone, with its pace known, is worth this many weighed fish divided by the days. Planning default. */
const FORECAST_WORTH = 1250;
/** A stocking weight is worth so many weighed fish. Planning default. */
const START_WORTH_FISH = 15;

/** What was known of a cohort, and what has happened since. */
export interface KnownBefore {
  /** So many weighed fish it was worth. */
  worth: number;
  days: number;
  /** What the pace of its growth since may be wrong by, in spreads of single fish. */
  paceSpreads: number;
}

/**
 * How much a sample counts against what was known before it. Errors that have nothing to do with each other add up in their squares:
 * that of the fish weighed before, what days bring that nobody reckons, and the pace of growth since.
 */
export function sampleShare(count: number, { worth, days, paceSpreads }: KnownBefore): SampleWeight {
  const worthBefore = worth > 0 ? 1 / (1 / worth + Math.max(0, days) / FORECAST_WORTH + paceSpreads ** 2) : 0;
  return { count, worthBefore, share: count / (count + worthBefore) };
}

/**
 * How big a cohort is on a day: what was known before each sample, grown on at the cohort's own pace, and the sample itself, each
 * by how many weighed fish it is worth. What was known is worth less with every day and with all it grew since. A sample taken after the largest had gone is set
 * back to the undivided cohort first.
 */
export function presentSize(record: CohortRecord): CohortSize {
  const { species, samples, day } = record;
  const gainUntil = cumulativeGain(record);
  const points = samples.map((sample) => ({
    expectedGainG13: gainUntil(sample.day),
    meanWeightG: sample.meanG / meanRelative(binsOn(record, sample)),
    sampleCount: sample.count,
  }));
  const paceAfter = (n: number) =>
    calibrateGrowth({
      startG: record.startMeanG,
      samples: points.slice(0, n),
      cv: species.sizeCv,
      priorPace: record.startPace ?? 1,
    });
  let known = { day: record.stockedOn, rootG13: Math.cbrt(record.startMeanG), worth: START_WORTH_FISH };
  let lastSample: SampleWeight | null = null;
  samples.forEach((sample, i) => {
    const { multiplier, standardError } = paceAfter(i);
    const gain = gainUntil(sample.day) - gainUntil(known.day);
    const grown = known.rootG13 + gain * multiplier;
    lastSample = sampleShare(sample.count, {
      worth: known.worth,
      days: daysBetween(known.day, sample.day),
      // A root weight's relative error is a third of the weight's.
      paceSpreads: (standardError * gain) / grown / (species.sizeCv / 3),
    });
    const { share, worthBefore } = lastSample;
    const rootG13 = share * Math.cbrt(points[i]!.meanWeightG) + (1 - share) * grown;
    known = { day: sample.day, rootG13, worth: sample.count + worthBefore };
  });
  const calibration = paceAfter(points.length);
  const gained = gainUntil(day) - gainUntil(known.day);
  const referenceG = (known.rootG13 + gained * calibration.multiplier) ** 3;
  return { referenceG, bins: binsOn(record, { day }), calibration, sampledOn: samples.at(-1)?.day ?? null, lastSample };
}

/** By the clock where both have a time: what was weighed before a harvest of the same day was weighed of all the fish. */
const isBefore = (a: { day: Day; at?: number }, b: { day: Day; at?: number }) =>
  a.day === b.day && a.at !== undefined && b.at !== undefined ? a.at < b.at : a.day <= b.day;

function binsOn(record: CohortRecord, when: { day: Day; at?: number }): SizeBin[] {
  const { species, taken, startCv, startSizes } = record;
  const until = taken.filter((t) => isBefore(t, when) && t.before > 0);
  return until.reduce<SizeBin[]>(
    (bins, t, i) => {
      const part = Math.min(1, t.count / t.before);
      const { left } = t.gradeG
        ? takeNearest(bins, part, t.gradeG / referenceBefore(record, i, t))
        : takeLargest(bins, part);
      return totalShare(left) > 0 ? left : bins;
    },
    startSizes
      ? spreadOf({ cv: startCv ?? species.sizeCv, sizes: startSizes })
      : freshSpread(startCv ?? species.sizeCv),
  );
}

/** The undivided cohort's mean weight at a taking, from what was known before it, g. */
function referenceBefore(record: CohortRecord, taking: number, when: Taking): number {
  const samples = record.samples.filter((s) => isBefore(s, when));
  return presentSize({ ...record, samples, taken: record.taken.slice(0, taking), day: when.day }).referenceG;
}

/** What the library's growth adds to the root weight from stocking up to a day. */
function cumulativeGain({ species, stockedOn, waterTempC, day }: CohortRecord) {
  const length = Math.max(0, daysBetween(stockedOn, day));
  const sums = new Float64Array(length + 1);
  for (let i = 0; i < length; i++)
    sums[i + 1] = sums[i]! + dailyRootGainG13(species, waterTempC(addDays(stockedOn, i)));
  return (until: Day) => sums[Math.max(0, Math.min(length, daysBetween(stockedOn, until)))]!;
}
