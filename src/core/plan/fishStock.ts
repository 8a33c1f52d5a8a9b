import { feedByGrowthG, feedByTableG, gainFromFeedG } from '../fish/feed';
import { type FeedRule } from '../facts/farm';
import { weightFromLengthG } from '../fish/lengthWeight';
import { gradeMiddleCm, type LiveGrade } from '../fish/liveSale';
import { takeNearest, type SizeBin } from '../fish/sizeSpread';
import type { Species } from '../library/types';
import type { FishStay } from '../facts/forecast';
import type { PlanStep } from '../facts/step';

/** Fish of one lot in one place while the forecast runs. Growth moves `rootG13` only; the bins stay relative. */
export interface Stock {
  lotCode: string;
  species: Species;
  placeId: string;
  count: number;
  rootG13: number;
  bins: SizeBin[];
  relative: number;
  pace: number;
  paceError: number;
  fasting: boolean;
  /** What it is fed by; null: what its growth asks for. */
  table: FeedRule['table'] | null;
  /** The day it has lived up to. */
  day: number;
  /** Companion stock lives on what it finds: it grows and is never fed. */
  grazing: boolean;
  /** The group whose transfer brought it here: each purge batch is its own. */
  batch: string | null;
  gains: Float64Array;
  /** Share of its weight that it loses on each day it is unfed. */
  losses: Float64Array;
  /** Grades it could be netted as where it is; none for food fish. */
  grades: readonly LiveGrade[];
  stay: FishStay;
}

/** What a step takes out of a stock. */
export interface Cut {
  count: number;
  taken: SizeBin[];
  left: SizeBin[];
}

/** `**` calls a general power; this runs for every cohort and day. */
export const cube = (x: number) => x * x * x;

/** The table a lot is fed by; null: it is fed what its growth asks for. */
export const tableOf = (rule: FeedRule | undefined) =>
  rule?.ration === 'table' && rule.table.length > 0 ? rule.table : null;

export interface Today {
  count: number;
  rootG13: number;
  referenceG: number;
  meanG: number;
}

/** Writes down the ration of a day and returns the root weight of the next: what is fed bounds what grows. */
export function fed(
  { species, gains, table, relative, pace, stay }: Stock,
  { count, rootG13, referenceG, meanG }: Today,
  day: number,
): number {
  const nextRoot = rootG13 + gains[day]! * pace;
  const gainG = Math.max(0, (cube(nextRoot) - referenceG) * relative);
  if (!table) {
    const tooColdOrHot = gains[day] === 0 && species.growthG13PerDay > 0;
    stay.feedG[day - stay.from] = tooColdOrHot ? 0 : feedByGrowthG(count, meanG, gainG, species);
    return nextRoot;
  }
  const feedG = feedByTableG(count, meanG, Math.min(1, gains[day]! / species.growthG13PerDay), table);
  stay.feedG[day - stay.from] = feedG;
  const bearsG = gainFromFeedG(feedG, count, meanG, species);
  return bearsG < gainG ? Math.cbrt(referenceG + bearsG / relative) : nextRoot;
}

export const NONE: readonly Stock[] = [];

export const placeKey = ({ lotCode, fromPlaceId }: PlanStep) => `${lotCode}|${fromPlaceId}`;

export function cutGrade(stock: Stock, grade: LiveGrade, count: number): Cut {
  const middle = weightFromLengthG(gradeMiddleCm(grade), stock.species) / cube(stock.rootG13);
  return { count, ...takeNearest(stock.bins, Math.min(1, count / stock.count), middle) };
}

/** Stocks in the order a step takes them: the batch of its own group, then fish of no batch, then other batches. */
export function inBatches(stocks: readonly Stock[], groupId: string): Stock[][] {
  const rank = ({ batch }: Stock) => (batch === groupId ? 0 : batch === null ? 1 : 2);
  return [0, 1, 2].map((r) => stocks.filter((s) => rank(s) === r)).filter((list) => list.length > 0);
}

export function trim(stay: FishStay) {
  const days = stay.until - stay.from;
  if (days === stay.count.length) return;
  stay.count = stay.count.subarray(0, days);
  stay.meanG = stay.meanG.subarray(0, days);
  stay.biomassG = stay.biomassG.subarray(0, days);
  stay.feedG = stay.feedG.subarray(0, days);
}
