import { requireWithin } from '../errors';
import type { FeedRule, RationRow } from '../facts/farm';
import type { Species } from '../library/types';

/**
 * Feed conversion (g feed per g gain) at a size: the three table values joined by straight lines
 * between 0, the two break sizes and twice the upper break. Values: species library.
 */
export function feedConversion(weightG: number, { fcr, fcrBreaksG }: Pick<Species, 'fcr' | 'fcrBreaksG'>): number {
  // By index, since taking an array apart is slow and this runs for every cohort and day.
  const low = fcrBreaksG[0];
  const high = fcrBreaksG[1];
  if (weightG <= low) return fcr[0];
  if (weightG <= high) return between(weightG, low, high, fcr[0], fcr[1]);
  return weightG >= 2 * high ? fcr[2] : between(weightG, high, 2 * high, fcr[1], fcr[2]);
}

function between(weightG: number, lowG: number, highG: number, from: number, to: number): number {
  return from + ((to - from) * (weightG - lowG)) / (highG - lowG);
}

const MOST_FISH = [0, 10_000_000] as const;
/** The heaviest fish there are, grown in one day: beyond that it is a fault of the reckoning. */
const MOST_GAIN_G = [0, 50_000] as const;

/** Least feed on a warm-enough day, as a share of body weight. Planning default. */
export const MAINTENANCE_SHARE_PER_DAY = 0.002;

/**
 * Feed for one tank and day by growth: number · gain · FCR(size), never under maintenance while fish may eat.
 * @param gainG gain of one fish that day, g @returns g of feed a day
 */
export function feedByGrowthG(
  count: number,
  weightG: number,
  gainG: number,
  species: Pick<Species, 'fcr' | 'fcrBreaksG'>,
): number {
  requireWithin('count', count, MOST_FISH);
  requireWithin('gainG', gainG, MOST_GAIN_G);
  return count * Math.max(gainG * feedConversion(weightG, species), weightG * MAINTENANCE_SHARE_PER_DAY);
}

/**
 * The other school: a table of percent of body weight a day, by size, scaled by the temperature response.
 * @param table rows sorted by `uptoG` @param response 0 to 1, share of the best rate at this temperature
 * @returns g of feed a day
 */
export function feedByTableG(count: number, weightG: number, response: number, table: readonly RationRow[]): number {
  requireWithin('response', response, [0, 1]);
  const row = table.find((r) => weightG <= r.uptoG) ?? table.at(-1);
  return row ? (count * weightG * row.percentPerDay * response) / 100 : 0;
}

/** What one fish can gain from a tank's feed of a day, g: feed ÷ number ÷ conversion, however the ration was set. */
export function gainFromFeedG(
  feedG: number,
  count: number,
  weightG: number,
  species: Pick<Species, 'fcr' | 'fcrBreaksG'>,
): number {
  return count > 0 ? feedG / count / feedConversion(weightG, species) : 0;
}

/** Places where companion stock lives on what it finds: nobody feeds there. */
const GRAZED: ReadonlySet<string> = new Set(['sump', 'bed']);

export function isGrazed(place: { kind: string } | undefined): boolean {
  return place !== undefined && GRAZED.has(place.kind);
}

/** Splits a day's ration into whole grams per feeding that add up to the day. */
export function perFeedingG(dayG: number, feedings: number): number[] {
  requireWithin('feedings', feedings, [1, 24]);
  const whole = Math.round(dayG);
  const base = Math.floor(whole / feedings);
  return Array.from({ length: feedings }, (_, i) => base + (i < whole - base * feedings ? 1 : 0));
}

/** How a day's ration is given. */
export interface FeedingDay {
  feedings: number;
  pelletMm: number;
  /** Clock times of the auto-feeder; empty when fed by hand. */
  times: readonly string[];
}

/** The one rule for dividing a day: the feeder times the farm has set, else as many feedings as the size asks for. */
export function feedingDay(weightG: number, rule?: Pick<FeedRule, 'feederTimes'>): FeedingDay {
  const { feedings, pelletMm } = feedingPattern(weightG);
  const times = rule?.feederTimes ?? [];
  return { feedings: times.length || feedings, pelletMm, times };
}

/** Feedings a day and pellet by fish size: small mouths eat little and often. Planning default. */
function feedingPattern(weightG: number): { feedings: number; pelletMm: number } {
  if (weightG < 10) return { feedings: 6, pelletMm: 1 };
  if (weightG < 50) return { feedings: 4, pelletMm: 2 };
  if (weightG < 150) return { feedings: 4, pelletMm: 3 };
  if (weightG < 350) return { feedings: 3, pelletMm: 4.5 };
  return { feedings: 3, pelletMm: 6 };
}
