import { requireWithin } from '../errors';
import type { Species } from '../library/types';
import { temperatureResponse } from '../quantity/temperatureResponse';

type Growing = Pick<Species, 'growthG13PerDay' | 'tempMinC' | 'tempOptC' | 'tempMaxC'>;

const PACES = [0, 4] as const;

/**
 * What one day adds to the cube root of a fish's weight: k · f(T) · ration · multiplier.
 * Cube-root growth after Iwama & Tautz (1981), Can. J. Fish. Aquat. Sci. 38: 649–656.
 * @param waterTempC °C
 * @param pace the cohort's own calibration multiplier (1 = as the library says) times the ration factor
 * @returns g^⅓ per day, 0 or more
 */
export function dailyRootGainG13(species: Growing, waterTempC: number, pace = 1): number {
  requireWithin('pace', pace, PACES);
  return species.growthG13PerDay * temperatureResponse(waterTempC, species) * pace;
}

/**
 * Weight after a run of days at given temperatures.
 * @param startG 0.01 to 50 000 g @param dailyTempC one °C a day @returns weight, g
 * @throws {RuleBroken} when the start weight is outside its range
 */
export function grownWeightG(startG: number, dailyTempC: readonly number[], species: Growing, pace = 1): number {
  requireWithin('startG', startG, [0.01, 50_000]);
  let root = Math.cbrt(startG);
  for (const tempC of dailyTempC) root += dailyRootGainG13(species, tempC, pace);
  return root ** 3;
}

/**
 * Days at one temperature from one weight to another; null when the fish do not grow at that temperature.
 * @param startG g @param targetG g, at least `startG`
 */
export function daysToWeight(startG: number, targetG: number, waterTempC: number, species: Growing): number | null {
  requireWithin('startG', startG, [0.01, 50_000]);
  requireWithin('targetG', targetG, [startG, 50_000]);
  const gain = dailyRootGainG13(species, waterTempC);
  return gain > 0 ? Math.ceil((Math.cbrt(targetG) - Math.cbrt(startG)) / gain) : null;
}

/**
 * The older thermal growth coefficient: W^⅓ = W0^⅓ + TGC/1000 · Σ(°C·days). Cho (1992), Aquaculture 100: 107–123.
 * Holds only well below the optimum temperature, because it never levels off.
 * @param degreeDays Σ of daily °C above 0 @returns weight, g
 */
export function thermalGrowthWeightG(startG: number, tgc: number, degreeDays: number): number {
  requireWithin('startG', startG, [0.01, 50_000]);
  requireWithin('tgc', tgc, [0, 10]);
  requireWithin('degreeDays', degreeDays, [0, 50_000]);
  return (Math.cbrt(startG) + (tgc / 1000) * degreeDays) ** 3;
}

/** The thermal growth coefficient that gives the same day's growth as the beta curve does at this temperature. */
export function equivalentTgc(species: Growing, waterTempC: number): number {
  requireWithin('waterTempC', waterTempC, [0.1, 45]);
  return (1000 * dailyRootGainG13(species, waterTempC)) / waterTempC;
}
