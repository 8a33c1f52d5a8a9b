import { say } from '../words/words';
import { requireWithin, RuleBroken } from '../errors';
import { feedConversion } from '../fish/feed';
import { dailyRootGainG13, daysToWeight } from '../fish/growth';
import type { Species } from '../library/types';
import { formatNumber } from '../quantity/units';

export interface RotationWish {
  species: Species;
  waterTempC: number;
  startG: number;
  harvestG: number;
  /** Harvest every so many weeks. */
  everyWeeks: number;
  kgPerHarvest: number;
  /** Share of the stocked that reach harvest. */
  survival: number;
  densityKgM3: number;
}

export interface Rotation {
  growDays: number;
  cohortsAlive: number;
  stockPerCohort: number;
  fingerlingsPerYear: number;
  /** Fish in the water, mean over the cycle and most, on the morning of a harvest. */
  standingMeanKg: number;
  standingPeakKg: number;
  largestKg: number;
  /** Feed, mean over the cycle and most: life support must bear the most. */
  feedMeanKgPerDay: number;
  feedPeakKgPerDay: number;
  /** Water a cohort needs at harvest size, L. */
  harvestVolumeL: number;
  /** Water for all fish at their most, L. */
  totalVolumeL: number;
}

/**
 * The steady state of a staged rotation: how many cohorts live at once, what to stock, what stands and eats.
 * Cohorts alive = grow-out days / days between harvests, rounded up (Little's law for batches). Fish and feed are reckoned for each
 * day between two harvests: what stands and eats rises until one cohort goes.
 * @throws {RuleBroken} when the fish would not grow, or a wish is out of range
 */
export function rotationArithmetic(wish: RotationWish): Rotation {
  requireWithin('everyWeeks', wish.everyWeeks, [0.5, 52]);
  requireWithin('kgPerHarvest', wish.kgPerHarvest, [0.1, 1e6]);
  requireWithin('survival', wish.survival, [0.05, 1]);
  requireWithin('densityKgM3', wish.densityKgM3, [0.1, 500]);
  requireWithin('harvestG', wish.harvestG, [wish.startG, 50_000]);
  const growDays = daysToWeight(wish.startG, wish.harvestG, wish.waterTempC, wish.species);
  if (growDays === null || growDays > 3000) {
    throw new RuleBroken(
      'waterTempC',
      say`${wish.species.name} does not grow to ${Math.round(wish.harvestG)} g at ${formatNumber(wish.waterTempC, 1)} °C.`,
    );
  }
  const harvested = (wish.kgPerHarvest * 1000) / wish.harvestG;
  const stocked = Math.ceil(harvested / wish.survival);
  const gapDays = wish.everyWeeks * 7;
  const cohorts = Math.ceil(growDays / gapDays);
  const alive = (day: number) => stocked * wish.survival ** (day / growDays);
  const gainG13 = dailyRootGainG13(wish.species, wish.waterTempC);
  const weight = (day: number) => Math.min(wish.harvestG, (Math.cbrt(wish.startG) + gainG13 * day) ** 3);
  const cycle = Array.from({ length: Math.round(gapDays) }, (_, phase) => {
    let [standingG, feedG] = [0, 0];
    // Counted back from the harvest: the oldest cohort is so many days short of its last.
    for (let age = growDays - phase; age >= 0; age -= gapDays) {
      standingG += alive(age) * weight(age);
      const gain = Math.max(0, weight(age + 1) - weight(age));
      feedG += alive(age) * gain * feedConversion(weight(age), wish.species);
    }
    return { standingG, feedG };
  });
  const mean = (of: 'standingG' | 'feedG') => cycle.reduce((sum, d) => sum + d[of], 0) / cycle.length;
  const peak = (of: 'standingG' | 'feedG') => Math.max(...cycle.map((d) => d[of]));
  const litres = (g: number) => g / wish.densityKgM3;
  return {
    growDays,
    cohortsAlive: cohorts,
    stockPerCohort: stocked,
    fingerlingsPerYear: Math.round((stocked * 365) / gapDays),
    standingMeanKg: mean('standingG') / 1000,
    standingPeakKg: peak('standingG') / 1000,
    largestKg: (alive(growDays) * weight(growDays)) / 1000,
    feedMeanKgPerDay: mean('feedG') / 1000,
    feedPeakKgPerDay: peak('feedG') / 1000,
    harvestVolumeL: litres(alive(growDays) * weight(growDays)),
    totalVolumeL: litres(peak('standingG')),
  };
}

export interface SpareLoop {
  /** Most feed the loop carries in a day, kg, by each limit; the least counts. */
  limits: { what: string; feedKgPerDay: number }[];
  feedKgPerDay: number;
  plantedM2: number;
  bandGM2: [number, number];
}

export interface Spare {
  /** Feed that could be added before the first limit, kg a day; below 0 it is over it. */
  feedKgPerDay: number;
  limitedBy: string;
  /** Bed area that the present feed could serve on top, m². */
  bedM2: number;
}

/** What more a loop could carry today: fish by its tightest limit, beds by the feed that is there. */
export function spareCapacity(loop: SpareLoop): Spare {
  const tightest = loop.limits.reduce((least, l) => (l.feedKgPerDay < least.feedKgPerDay ? l : least));
  const middle = (loop.bandGM2[0] + loop.bandGM2[1]) / 2;
  return {
    feedKgPerDay: tightest.feedKgPerDay - loop.feedKgPerDay,
    limitedBy: tightest.what,
    bedM2: Math.max(0, (loop.feedKgPerDay * 1000) / middle - loop.plantedM2),
  };
}
