import { groupBy } from '../groupBy';
import type { FarmForecast, PlantStay, SupplyBatch } from '../facts/forecast';

/** What a list of a forecast holds under each key: sorted out once for as long as the list lives, because every bed and lot asks. */
function keptBy<T extends object>(keyOf: (entry: T) => string) {
  const kept = new WeakMap<readonly T[], Map<string, T[]>>();
  return (list: readonly T[], key: string): readonly T[] => {
    let byKey = kept.get(list);
    if (!byKey) kept.set(list, (byKey = groupBy(list, keyOf)));
    return byKey.get(key) ?? [];
  };
}

const byPlace = keptBy<PlantStay>((s) => s.placeId);
const byLot = keptBy<SupplyBatch>((s) => s.lotCode);

/** The plants that stand, stood or will stand in one bed or on one bench, in the order of the forecast. */
export const plantsIn = (forecast: Pick<FarmForecast, 'plants'>, placeId: string) => byPlace(forecast.plants, placeId);

/** What one lot gives, in the order of the forecast. */
export const supplyOf = (supply: readonly SupplyBatch[], lotCode: string) => byLot(supply, lotCode);
