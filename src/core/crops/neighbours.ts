import type { Crop } from '../library/types';
import type { FarmFacts } from '../facts/farm';
import type { FarmForecast } from '../facts/forecast';

/** Crops that do not go together in one air, with the days on which they would stand there together. */
export interface BadNeighbours {
  room: string;
  /** Ripening fruit gives off ethylene. */
  fruit: string[];
  /** It marks the leaves of these. */
  leaves: string[];
  /** Day indexes, from and up to, not including. */
  from: number;
  until: number;
}

interface NeighbourArgs {
  facts: Pick<FarmFacts, 'places' | 'crops'>;
  forecast: Pick<FarmForecast, 'plants'>;
  at: number;
  days: number;
}

interface Stand {
  crop: Crop;
  from: number;
  until: number;
}

/**
 * Rooms in which ripening fruit and leaves that ethylene marks stand on the same days. Fruit counts from its first pick on.
 * Saltveit (1999), Postharvest Biology and Technology 15: 279–292.
 */
export function badNeighbours({ facts, forecast, at, days }: NeighbourArgs): BadNeighbours[] {
  const crops = new Map(facts.crops.map((c) => [c.code, c]));
  const roomOf = new Map(facts.places.filter((p) => p.kind === 'bed').map((p) => [p.id, p.walk]));
  const rooms = new Map<string, { fruit: Stand[]; leaves: Stand[] }>();
  for (const stay of forecast.plants) {
    const crop = crops.get(stay.cropCode);
    const room = roomOf.get(stay.placeId);
    if (!crop || !room || stay.until <= at || stay.from >= at + days) continue;
    const here = rooms.get(room) ?? { fruit: [], leaves: [] };
    rooms.set(room, here);
    const stand = { crop, from: Math.max(at, stay.from), until: Math.min(at + days, stay.until) };
    if (crop.airGroup === 'ripening fruit' && stay.readyFrom !== null)
      here.fruit.push({ ...stand, from: Math.max(stand.from, stay.readyFrom) });
    if (crop.airGroup === 'ethylene-sensitive') here.leaves.push(stand);
  }
  return [...rooms].flatMap(([room, { fruit, leaves }]) => {
    const pairs = fruit.flatMap((f) =>
      leaves
        .map((l) => ({ f, l, from: Math.max(f.from, l.from), until: Math.min(f.until, l.until) }))
        .filter((p) => p.from < p.until),
    );
    if (pairs.length === 0) return [];
    const names = (of: Crop[]) => [...new Set(of.map((c) => c.name))].sort();
    return [
      {
        room,
        fruit: names(pairs.map((p) => p.f.crop)),
        leaves: names(pairs.map((p) => p.l.crop)),
        from: Math.min(...pairs.map((p) => p.from)),
        until: Math.max(...pairs.map((p) => p.until)),
      },
    ];
  });
}
