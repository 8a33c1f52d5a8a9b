import 'server-only';
import type { FarmFacts } from '../core/facts/farm';
import type { Day } from '../core/quantity/days';
import type { Judgement } from '../core/water/judge';
import { judgeLastWater, type LastValue } from '../core/water/lastWater';
import type { Tx } from '../db/connection';
import { latestWater, loopNow } from '../db/readings';
import { now } from './clock';

export interface LoopsWater {
  /** What they mean for the fish, by loop. */
  judged: Map<string, Judgement[]>;
  /** By loop. */
  values: Map<string, LastValue[]>;
  /** The moment that counts as now on the day shown. */
  asOf: Date;
}

/** The last readings of every loop on a day, held against the fish in it. */
export async function waterOfLoops(
  tx: Tx,
  facts: Pick<FarmFacts, 'loops' | 'places' | 'fish' | 'species'>,
  day: Day,
): Promise<LoopsWater> {
  const { values, asOf } = await latestWater(tx, day, now());
  const of = new Map(facts.loops.map((loop) => [loop.id, values.filter((v) => v.loopId === loop.id)]));
  const judged = facts.loops.map((loop) => {
    const places = facts.places
      .filter((p) => p.loopId === loop.id)
      .map(({ id, code }) => ({ id, code, species: speciesAt(facts.fish, id) }));
    return [
      loop.id,
      judgeLastWater({ name: loop.name, places, values: of.get(loop.id)! }, facts.species, asOf),
    ] as const;
  });
  return { judged: new Map(judged), values: of, asOf };
}

const speciesAt = (fish: FarmFacts['fish'], placeId: string) =>
  fish.filter((f) => f.placeId === placeId && f.count > 0).map((f) => f.speciesCode);

interface OneLoop {
  loop: Pick<FarmFacts['loops'][number], 'id' | 'name'>;
  species: FarmFacts['species'];
}

/** What has just been read, not yet recorded. */
interface JustRead {
  values: Record<string, number>;
  on: Day;
  at: Date;
}

/** The same of one loop with what has just been read of it: what else lives on the farm is not asked. */
export async function judgeLoop(
  tx: Tx,
  { loop, species }: OneLoop,
  { values, on, at }: JustRead,
): Promise<Judgement[]> {
  const known = await loopNow(tx, loop.id, on);
  // What a phone sends late does not stand for the water of now.
  const later = known.values.filter((v) => v.placeId !== null || !(v.kind in values) || v.at > at);
  const whole = new Set(later.filter((v) => v.placeId === null).map((v) => v.kind));
  const read = Object.entries(values).flatMap(([kind, value]) =>
    whole.has(kind) ? [] : [{ placeId: null, kind, value, on, at }],
  );
  return judgeLastWater({ name: loop.name, places: known.places, values: [...later, ...read] }, species, at);
}
