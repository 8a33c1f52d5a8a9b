import type { LoopFact, PlaceFact } from '../core/facts/farm';
import type { Day } from '../core/quantity/days';
import type { Tx } from './connection';

/** From a day on, most fish of a lot lived in this loop's water. */
export interface HomeLoop {
  from: Day;
  loop: LoopFact;
}

interface HomeLoopsArgs {
  tx: Tx;
  lotIds: string[];
  day: Day;
  places: PlaceFact[];
  loops: LoopFact[];
}

/**
 * In which loop's water each cohort lived, oldest first. Most of its fish decide; a tank without a loop (quarantine) is
 * taken to be kept like the loop before or after it.
 */
export async function homeLoops({ tx, lotIds, day, places, loops }: HomeLoopsArgs): Promise<Map<string, HomeLoop[]>> {
  const keeping = places.filter((p) => ['tank', 'quarantine', 'sump', 'bed'].includes(p.kind));
  const rows: Arrival[] = await tx('movement')
    .whereIn('lot_id', lotIds)
    .whereIn(
      'to_place_id',
      keeping.map((p) => p.id),
    )
    .andWhere('farm_day', '<=', day)
    .orderBy(['occurred_at', 'recorded_at', 'ctid'])
    .select('lot_id', 'from_place_id', 'to_place_id', 'count', 'farm_day');
  const loopOf = new Map(keeping.map((p) => [p.id, loops.find((l) => l.id === p.loopId)]));
  const homes = new Map<string, HomeLoop[]>();
  const standing = new Map<string, Map<string, number>>();
  for (const row of rows) {
    const here = entryOf(standing, row.lot_id, () => new Map<string, number>());
    here.set(row.from_place_id, Math.max(0, (here.get(row.from_place_id) ?? 0) - row.count));
    here.set(row.to_place_id, (here.get(row.to_place_id) ?? 0) + row.count);
    const home = [...here].reduce((most, next) => (next[1] > most[1] ? next : most))[0];
    const loop = loopOf.get(home);
    const known = entryOf(homes, row.lot_id, () => []);
    if (loop && known.at(-1)?.loop.id !== loop.id) known.push({ from: row.farm_day, loop });
  }
  return homes;
}

interface Arrival {
  lot_id: string;
  from_place_id: string;
  to_place_id: string;
  count: number;
  farm_day: Day;
}

/** The loop on a day; before the first that is known, the first. Undefined: never in any loop. */
export function loopOn(homes: readonly HomeLoop[], day: Day): LoopFact | undefined {
  return (homes.findLast((h) => h.from <= day) ?? homes[0])?.loop;
}

function entryOf<V>(map: Map<string, V>, key: string, make: () => V): V {
  const known = map.get(key);
  if (known !== undefined) return known;
  const made = make();
  map.set(key, made);
  return made;
}
