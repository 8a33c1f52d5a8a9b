import 'server-only';
import type { FarmFacts } from '../core/facts/farm';
import type { StoredStep } from '../core/facts/step';
import { addDays, type Day } from '../core/quantity/days';
import type { UnitChoice } from '../core/quantity/units';
import type { Judgement } from '../core/water/judge';
import { judgeLastWater, stillHolds, type LastValue, type LoopToJudge } from '../core/water/lastWater';
import { MATURITY_DAYS, maturityOf, type MaturitySaid } from '../core/water/maturity';
import type { Tx } from '../db/connection';
import { dayMeans, latestWater, loopNow } from '../db/readings';
import type { Doing } from './command';
import { passingNow } from './watch';

export interface LoopsWater {
  /** What they mean for the fish, by loop. */
  judged: Map<string, Judgement[]>;
  /** By loop. */
  values: Map<string, LastValue[]>;
  /** By loop; nothing where too little was read to say. */
  maturity: Map<string, MaturitySaid>;
  /** The moment that counts as now on the day shown. */
  asOf: Date;
}

/** The last readings of every loop on a day, held against the fish in it. */
export async function waterOfLoops(
  tx: Tx,
  facts: Pick<FarmFacts, 'loops' | 'places' | 'fish' | 'species' | 'plantings' | 'crops'>,
  { day, units }: { day: Day; units: UnitChoice },
): Promise<LoopsWater> {
  const { values, asOf } = await latestWater(tx, day, passingNow());
  const maturity = await maturityOfLoops(tx, facts.loops, day);
  const of = new Map(facts.loops.map((loop) => [loop.id, values.filter((v) => v.loopId === loop.id)]));
  const judged = facts.loops.map((loop) => {
    const places = facts.places
      .filter((p) => p.loopId === loop.id)
      .map(({ id, code, houseId = null }) => ({ id, code, houseId, species: speciesAt(facts.fish, id) }));
    const water = { name: loop.name, places, values: of.get(loop.id)!, units, plants: plantsIn(facts, loop.id) };
    const isYoung = maturity.get(loop.id)?.maturity === 'young';
    return [loop.id, judgeLastWater({ ...water, isYoung }, facts.species, asOf)] as const;
  });
  return { judged: new Map(judged), values: of, maturity, asOf };
}

/** How far the bacteria of each loop have come, by the readings of the last weeks. */
async function maturityOfLoops(
  tx: Tx,
  loops: readonly Pick<FarmFacts['loops'][number], 'id'>[],
  day: Day,
): Promise<Map<string, MaturitySaid>> {
  const means = await dayMeans(tx, ['tan', 'no2', 'no3'], {
    since: addDays(day, -MATURITY_DAYS),
    until: addDays(day, 1),
  });
  return new Map(
    loops.flatMap(({ id }) => {
      const said = maturityOf(
        means.filter((m) => m.loopId === id),
        day,
      );
      return said ? [[id, said]] : [];
    }),
  );
}

/** What stands in the beds of a loop. */
export function plantsIn(
  { places, plantings, crops }: Pick<FarmFacts, 'places' | 'plantings' | 'crops'>,
  loopId: string,
) {
  return plantings.flatMap(({ lotCode, placeId, count, cropCode }) => {
    const place = places.find((p) => p.id === placeId && p.loopId === loopId);
    const crop = crops.find((c) => c.code === cropCode);
    return place && crop && count > 0 ? [{ lotCode, placeId, place: place.code, count, crop }] : [];
  });
}

const speciesAt = (fish: FarmFacts['fish'], placeId: string) =>
  fish.filter((f) => f.placeId === placeId && f.count > 0).map((f) => f.speciesCode);

interface OneLoop {
  loop: Pick<FarmFacts['loops'][number], 'id' | 'name'>;
  species: FarmFacts['species'];
  /** What stands in its beds, where air was read. */
  plants?: NonNullable<LoopToJudge['plants']>;
  houses?: ReadonlyMap<string, string | null>;
  units: UnitChoice;
}

/** What has just been read, not yet recorded. */
interface JustRead {
  values: Record<string, number>;
  /** Null: read for the loop. */
  placeId: string | null;
  on: Day;
  at: Date;
}

/** The same of one loop with what has just been read of it: what else lives on the farm is not asked. */
export async function judgeLoop(
  tx: Tx,
  { loop, species, plants = [], houses, units }: OneLoop,
  { values, placeId, on, at }: JustRead,
): Promise<{ judged: Judgement[]; last: LastValue[] }> {
  const known = await loopNow(tx, loop.id, on);
  // What a phone sends late does not stand for the water of now.
  const later = known.values.filter((v) => v.placeId !== placeId || !(v.kind in values) || v.at > at);
  const there = new Set(later.filter((v) => v.placeId === placeId).map((v) => v.kind));
  const read = Object.entries(values).flatMap(([kind, value]) =>
    there.has(kind) ? [] : [{ placeId, kind, value, on, at }],
  );
  const places = known.places.map((p) => ({ ...p, houseId: houses?.get(p.id) ?? null }));
  // Only a pH is judged by it.
  const isYoung = 'ph' in values && (await maturityOfLoops(tx, [loop], on)).get(loop.id)?.maturity === 'young';
  const now = { name: loop.name, places, plants, isYoung, values: [...later, ...read], units };
  return { judged: judgeLastWater(now, species, at), last: known.values };
}

interface Stay {
  placeId: string;
  /** Fish that are there, or are to come. */
  speciesCodes: readonly string[];
}

/** The fish of a planned step where they are to come. */
export const comingTo = ({ toPlaceId, speciesCode }: Pick<StoredStep, 'toPlaceId' | 'speciesCode'>): Stay => ({
  placeId: toPlaceId ?? '',
  speciesCodes: speciesCode ? [speciesCode] : [],
});

/** What in the water of a place is dangerous for some fish by its last readings, in words; nothing: it is not, or nobody knows. */
export async function dangersAt(
  { tx, entry, units }: Doing,
  { loops, places, species }: Pick<FarmFacts, 'loops' | 'places' | 'species'>,
  { placeId, speciesCodes }: Stay,
): Promise<string[]> {
  const place = places.find((p) => p.id === placeId);
  const loop = loops.find((l) => l.id === place?.loopId);
  if (!place || !loop) return [];
  const { values } = await loopNow(tx, loop.id, entry.farmDay);
  const known = values.filter((v) => v.at <= entry.at && stillHolds(v, entry.at));
  const own = known.filter((v) => v.placeId === placeId);
  const whole = known.filter((v) => v.placeId === null && !own.some((o) => o.kind === v.kind));
  const here = [{ id: place.id, code: place.code, species: speciesCodes }];
  const water = [...whole, ...own.map((v) => ({ ...v, placeId: null }))];
  return judgeLastWater({ name: loop.name, places: here, values: water, units }, species, entry.at)
    .filter((j) => j.tone === 'danger')
    .map((j) => `${place.code}: ${j.words}`);
}
