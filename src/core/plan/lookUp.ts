import type { FarmForecast, PlantStay, SupplyBatch } from './types';

/** What a list of a forecast holds under each key: sorted out once for as long as the list lives, because every bed and lot asks. */
function keptBy<T extends object>(keyOf: (entry: T) => string) {
  const kept = new WeakMap<readonly T[], Map<string, T[]>>();
  return (list: readonly T[], key: string): readonly T[] => {
    let byKey = kept.get(list);
    if (!byKey) kept.set(list, (byKey = sorted(list, keyOf)));
    return byKey.get(key) ?? [];
  };
}

function sorted<T>(list: readonly T[], keyOf: (entry: T) => string): Map<string, T[]> {
  const byKey = new Map<string, T[]>();
  for (const entry of list) {
    const key = keyOf(entry);
    const group = byKey.get(key);
    if (group) group.push(entry);
    else byKey.set(key, [entry]);
  }
  return byKey;
}

const byPlace = keptBy<PlantStay>((s) => s.placeId);
const byLot = keptBy<SupplyBatch>((s) => s.lotCode);

/** The plants that stand, stood or will stand in one bed or on one bench, in the order of the forecast. */
export const plantsIn = (forecast: Pick<FarmForecast, 'plants'>, placeId: string) => byPlace(forecast.plants, placeId);

/** What one lot gives, in the order of the forecast. */
export const supplyOf = (supply: readonly SupplyBatch[], lotCode: string) => byLot(supply, lotCode);
