import { methodNumbers, type GrowingCosts } from '../crops/worth';
import type { PlaceFact } from '../facts/farm';
import { wattsOfHouse, type HousePart, type Site } from './houses';

interface HousesAround {
  places: readonly Pick<PlaceFact, 'kind' | 'method' | 'areaM2' | 'houseId'>[];
  houses: readonly { id: string; house: HousePart | null }[];
  site: Site;
}

/**
 * What each way of growing asks of current in the houses where its beds stand: lamps, and holding the air of closed rooms, on the
 * mean of its beds. A way for which the farm has set its own numbers keeps them.
 */
export function costsWithHouses(costs: GrowingCosts, { places, houses, site }: HousesAround): GrowingCosts {
  const beds = places.filter((p) => p.kind === 'bed' && p.method && (p.areaM2 ?? 0) > 0);
  const methods = [...new Set(beds.map((b) => b.method!))].filter(
    (m) => !costs.methods.some((own) => own.method === m),
  );
  const reckoned = methods.flatMap((method) => {
    const numbers = methodNumbers(method, costs);
    const own = beds.filter((b) => b.method === method);
    const areaM2 = own.reduce((sum, b) => sum + b.areaM2!, 0);
    let [lampsW, airW] = [0, 0];
    for (const bed of own) {
      const house = houses.find((h) => h.id === bed.houseId)?.house;
      const watts = house && wattsOfHouse(house, site);
      lampsW += ((watts?.lampsW ?? 0) * bed.areaM2!) / areaM2;
      airW += ((watts?.airW ?? 0) * bed.areaM2!) / areaM2;
    }
    if (!numbers || lampsW + airW === 0) return [];
    return [{ ...numbers, method, wattsPerM2: round(numbers.wattsPerM2 + airW), lampWattsPerM2: round(lampsW) }];
  });
  return { ...costs, methods: [...costs.methods, ...reckoned] };
}

const round = (watts: number) => Math.round(watts * 10) / 10;
