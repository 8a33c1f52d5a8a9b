import { requireWithin, RuleBroken } from '../errors';
import { feedConversion } from '../fish/feed';
import { daysToWeight, grownWeightG } from '../fish/growth';
import type { Species } from '../library/types';

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
  standingKg: number;
  largestKg: number;
  feedKgPerDay: number;
  /** Water a cohort needs at harvest size, L. */
  harvestVolumeL: number;
  totalVolumeL: number;
}

/**
 * The steady state of a staged rotation: how many cohorts live at once, what to stock, what stands and eats.
 * Cohorts alive = grow-out days / days between harvests, rounded up (Little's law for batches).
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
      `${wish.species.name} does not grow to ${Math.round(wish.harvestG)} g at ${wish.waterTempC.toFixed(1)} °C.`,
    );
  }
  const harvested = (wish.kgPerHarvest * 1000) / wish.harvestG;
  const stocked = Math.ceil(harvested / wish.survival);
  const gapDays = wish.everyWeeks * 7;
  const cohorts = Math.ceil(growDays / gapDays);
  const alive = (day: number) => stocked * wish.survival ** (day / growDays);
  const weight = (day: number) => grownWeightG(wish.startG, Array(day).fill(wish.waterTempC), wish.species);
  let standingG = 0;
  let feedG = 0;
  for (let c = 0; c < cohorts; c++) {
    const age = Math.min(growDays - 1, c * gapDays);
    const gain = weight(age + 1) - weight(age);
    standingG += alive(age) * weight(age);
    feedG += alive(age) * gain * feedConversion(weight(age), wish.species);
  }
  const litres = (g: number) => g / wish.densityKgM3;
  return {
    growDays,
    cohortsAlive: cohorts,
    stockPerCohort: stocked,
    fingerlingsPerYear: Math.round((stocked * 365) / gapDays),
    standingKg: standingG / 1000,
    largestKg: (harvested * wish.harvestG) / 1000,
    feedKgPerDay: feedG / 1000,
    harvestVolumeL: litres(harvested * wish.harvestG),
    totalVolumeL: litres(standingG),
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
