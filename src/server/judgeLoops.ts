import 'server-only';
import type { FarmFacts } from '../core/facts/farm';
import type { Day } from '../core/quantity/days';
import { judgeWater, type Judgement } from '../core/water/judge';
import type { Tx } from '../db/connection';
import { latestWater, loopNow } from '../db/facts';

/** The last readings of every loop held against the fish in it, by loop. */
export async function judgeLoops(
  tx: Tx,
  facts: Pick<FarmFacts, 'loops' | 'places' | 'fish' | 'species'>,
  day: Day,
): Promise<Map<string, Judgement[]>> {
  const readings = await latestWater(tx, day);
  return new Map(
    facts.loops.map((loop) => {
      const places = new Set(facts.places.filter((p) => p.loopId === loop.id).map((p) => p.id));
      const codes = facts.fish.filter((f) => f.count > 0 && places.has(f.placeId)).map((f) => f.speciesCode);
      return [
        loop.id,
        judged({ loop, codes, species: facts.species, readings: readings.filter((r) => r.loopId === loop.id) }),
      ];
    }),
  );
}

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
  const { readings, species: codes } = await loopNow(tx, loop.id, on);
  // What a phone sends late does not stand for the water of now.
  const later = readings.filter((r) => !(r.kind in values) || r.at > at);
  const known = new Set(later.map((r) => r.kind));
  const read = Object.entries(values).flatMap(([kind, value]) => (known.has(kind) ? [] : [{ kind, value, on }]));
  return judged({ loop, codes, species, readings: [...later, ...read] });
}

type Judged = OneLoop & { codes: readonly string[]; readings: { kind: string; value: number; on: Day }[] };

function judged({ loop, codes, species, readings }: Judged): Judgement[] {
  const water = Object.fromEntries(readings.map(({ kind, value, on }) => [kind, { value, on }]));
  return judgeWater(
    { ...water, loop: loop.name },
    species.filter((s) => codes.includes(s.code)),
  );
}
