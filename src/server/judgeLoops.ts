import 'server-only';
import type { FarmFacts } from '../core/plan/types';
import type { Day } from '../core/quantity/days';
import { judgeWater, type Judgement } from '../core/water/judge';
import type { Tx } from '../db/connection';
import { latestWater } from '../db/facts';

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
      const codes = new Set(facts.fish.filter((f) => f.count > 0 && places.has(f.placeId)).map((f) => f.speciesCode));
      const own = readings.filter((r) => r.loopId === loop.id);
      const water = Object.fromEntries(own.map(({ kind, value, on }) => [kind, { value, on }]));
      return [
        loop.id,
        judgeWater(
          { ...water, loop: loop.name },
          facts.species.filter((s) => codes.has(s.code)),
        ),
      ];
    }),
  );
}
