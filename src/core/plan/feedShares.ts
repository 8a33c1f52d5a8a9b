import { forecastFarm } from './forecast';
import { DEFAULT_SETTINGS } from './settings';
import { type FarmFacts } from '../facts/farm';

/** A tank's ration of today and the weight of its fish, g. */
export function dayOfTank(facts: FarmFacts, placeId: string): { rationG: number; biomassG: number } {
  const here = facts.fish.filter((f) => f.placeId === placeId && f.count > 0);
  const only = { ...facts, fish: here, plantings: [], packed: [], promises: [] };
  const { tanks } = forecastFarm(only, [], { ...DEFAULT_SETTINGS, horizonDays: 1 });
  const tank = tanks.get(placeId);
  return { rationG: tank?.feedG[0] ?? 0, biomassG: tank?.biomassG[0] ?? 0 };
}

/**
 * What part of a tank's feed each of its lots takes today: by their rations, and by weight where none has one.
 * @returns lot id → share; they add up to 1. Empty for an empty tank
 */
export function feedShares(facts: FarmFacts, placeId: string): Map<string, number> {
  const here = facts.fish.filter((f) => f.placeId === placeId && f.count > 0);
  const only = { ...facts, fish: here, plantings: [], packed: [], promises: [] };
  const { fish } = forecastFarm(only, [], { ...DEFAULT_SETTINGS, horizonDays: 1 });
  const weights = (of: 'feedG' | 'biomassG') =>
    here.map((f) => fish.find((s) => s.lotCode === f.lotCode)?.[of][0] ?? 0);
  const rations = weights('feedG');
  const parts = rations.some((g) => g > 0) ? rations : weights('biomassG');
  const total = parts.reduce((sum, g) => sum + g, 0);
  return new Map(here.map((f, i) => [f.lotId, total > 0 ? parts[i]! / total : 1 / here.length]));
}
