import { RuleBroken } from '../../core/errors';
import { weightFromLengthG } from '../../core/fish/lengthWeight';
import type { Species } from '../../core/library/types';
import { say } from '../../core/words/words';
import { readingFault } from '../../core/water/readings/readings';
import type { Tx } from '../connection';
import { recordFeeding, recordSample } from '../events';
import { createLot, placeOfRole, recordMovement, type Entry } from '../ledger';
import { prefixesInUse } from '../lotPrefix';
import { addReadings, unknownReadings } from '../readings';

/** Records of the time before the app, taken in from a file. What is there already is not added again. */

/** When a day's record was made, where nobody wrote it down. */
const USUAL_TIME = '08:00';

export interface Brought {
  added: number;
  known: number;
}

/** Moments on the farm's clock as instants, in the order they were given. */
async function instants(tx: Tx, moments: readonly { day: string; time?: string }[]): Promise<Date[]> {
  const { rows } = await tx.raw(
    `select (m.written::timestamp at time zone f.time_zone) as at
       from unnest(?::text[]) with ordinality as m(written, i), farm f order by m.i`,
    [moments.map((m) => `${m.day} ${m.time ?? USUAL_TIME}`)],
  );
  return (rows as { at: Date }[]).map((r) => r.at);
}

function notAhead(rows: readonly { day: string }[], entry: Entry) {
  const i = rows.findIndex((r) => r.day > entry.farmDay);
  if (i >= 0) throw new RuleBroken(`rows.${i}.day`, say`That day has not come yet.`);
}

export interface ReadingRow {
  loop: string;
  day: string;
  time?: string;
  values: Readonly<Record<string, number>>;
}

/** Water readings of the past. A reading is known when its loop, kind, moment and value are there. */
export async function bringReadings(tx: Tx, entry: Entry, rows: readonly ReadingRow[]): Promise<Brought> {
  notAhead(rows, entry);
  const loops: { id: string; code: string }[] = await tx('loop').select('id', 'code');
  const idOf = new Map(loops.map((l) => [l.code, l.id]));
  const at = await instants(tx, rows);
  const flat = rows.flatMap((row, i) => {
    const loopId = idOf.get(row.loop);
    if (!loopId) throw new RuleBroken(`rows.${i}.loop`, say`“${row.loop}” is no loop of this farm.`);
    return Object.entries(row.values).map(([kind, value]) => {
      const fault = typeof value === 'number' ? readingFault(kind, value) : say`Give a number.`;
      if (fault) throw new RuleBroken(`rows.${i}.value`, fault);
      return {
        entryKey: `${entry.entryKey}:${i}.${kind}`,
        loopId,
        kind,
        value,
        farmDay: row.day,
        at: at[i]!,
        personId: entry.personId,
      };
    });
  });
  const fresh = await unknownReadings(tx, flat);
  const added = await addReadings(tx, entry.farmId, fresh);
  return { added, known: flat.length - added };
}

export interface SampleRow {
  cohort: string;
  day: string;
  meanG?: number;
  lengthCm?: number;
  count?: number;
}

/** Weighings of the past, of cohorts that are on the farm. */
export async function bringSamples(tx: Tx, entry: Entry, rows: readonly SampleRow[]): Promise<Brought> {
  notAhead(rows, entry);
  const at = await instants(tx, rows);
  let added = 0;
  for (const [i, row] of rows.entries()) {
    const lot = await tx('lot as l')
      .join('species as s', (on) => void on.on('s.farm_id', 'l.farm_id').on('s.code', 'l.species_code'))
      .where({ 'l.code': row.cohort, 'l.kind': 'cohort' })
      .first<{ id: string; began_on: string; params: Species } | undefined>('l.id', 'l.began_on', 's.params');
    if (!lot) throw new RuleBroken(`rows.${i}.cohort`, say`“${row.cohort}” is no cohort of this farm.`);
    const meanG = row.meanG ?? (row.lengthCm ? weightFromLengthG(row.lengthCm, lot.params) : null);
    if (!meanG) throw new RuleBroken(`rows.${i}.meanG`, say`Give the mean weight or the mean length.`);
    const placeId = await placeOfLot(tx, lot.id);
    if (!placeId) throw new RuleBroken(`rows.${i}.cohort`, say`No fish of ${row.cohort} are left on the farm.`);
    if (await sampleThere(tx, lot.id, { day: row.day, meanG })) continue;
    await recordSample(
      tx,
      { ...entry, entryKey: `${entry.entryKey}:${i}`, farmDay: row.day, at: at[i]! },
      { lotId: lot.id, placeId, weightsG: [meanG], ...(row.count ? { fishCount: row.count } : {}) },
    );
    added += 1;
  }
  return { added, known: rows.length - added };
}

async function placeOfLot(tx: Tx, lotId: string): Promise<string | undefined> {
  const row = await tx('balance')
    .where({ lot_id: lotId })
    .andWhere('count', '>', 0)
    .orderByRaw('count desc, place_id')
    .first();
  return row?.place_id as string | undefined;
}

async function sampleThere(tx: Tx, lotId: string, { day, meanG }: { day: string; meanG: number }): Promise<boolean> {
  const there = await tx('sample as s')
    .where({ 's.lot_id': lotId, 's.farm_day': day, 's.withdrawn': false })
    .whereRaw('abs(s.mean_g - ?) < 0.05', [meanG])
    .whereNotExists(tx('sample as c').whereRaw('c.farm_id = s.farm_id and c.corrects_id = s.id'))
    .first('s.id');
  return there !== undefined;
}

export interface FeedingRow {
  tank: string;
  day: string;
  time?: string;
  massG: number;
  response?: string;
}

interface Eater {
  lotId: string;
  species: string;
  count: number;
}

/**
 * What fish ate before the app was there: feed from before that went straight into the tank, shared by number among the lots
 * that swim there. Feed in the store is not touched.
 */
export async function bringFeedings(tx: Tx, entry: Entry, rows: readonly FeedingRow[]): Promise<Brought> {
  notAhead(rows, entry);
  const fresh = await unknownFeedings(tx, rows);
  if (fresh.length === 0) return { added: 0, known: rows.length };
  const at = await instants(
    tx,
    fresh.map((f) => f.row),
  );
  const feed = await feedFromBefore(tx, entry, fresh);
  const eaten = await placeOfRole(tx, 'eaten');
  const store = await placeOfRole(tx, 'feed');
  for (const [k, { row, i, placeId, eaters }] of fresh.entries()) {
    const then = { ...entry, farmDay: row.day, at: at[k]! };
    const moved = await recordMovement({
      tx,
      entry: then,
      movement: {
        lotId: feed.get(eaters[0]!.species)!,
        fromPlaceId: store,
        toPlaceId: eaten,
        massG: row.massG,
        reason: 'feed',
      },
      part: `:f${i}`,
    });
    await recordFeeding(tx, then, {
      movementId: moved.id,
      placeId,
      response: row.response ?? 'eager',
      parts: byNumber(row.massG, eaters),
    });
  }
  return { added: fresh.length, known: rows.length - fresh.length };
}

interface FreshFeeding {
  row: FeedingRow;
  i: number;
  placeId: string;
  eaters: Eater[];
}

/** Rows whose feeding is not in the books yet; equal ones of one day are counted against those that are. */
async function unknownFeedings(tx: Tx, rows: readonly FeedingRow[]): Promise<FreshFeeding[]> {
  const fish: { place_id: string; code: string; lot_id: string; species_code: string; count: number }[] = await tx(
    'balance as b',
  )
    .join('lot as l', (on) => void on.on('l.farm_id', 'b.farm_id').on('l.id', 'b.lot_id'))
    .join('place as p', (on) => void on.on('p.farm_id', 'b.farm_id').on('p.id', 'b.place_id'))
    .where({ 'l.kind': 'cohort' })
    .andWhere('b.count', '>', 0)
    .orderBy('l.code')
    .select('b.place_id', 'p.code', 'b.lot_id', 'l.species_code', 'b.count');
  const { rows: there } = await tx.raw(
    `select f.place_id, m.farm_day::text as day, m.mass_g::float as mass, count(distinct m.id)::int as n
       from feeding f join movement m on m.farm_id = f.farm_id and m.id = f.movement_id
      where m.farm_day = any (?::date[])
        and not exists (select from movement r where r.farm_id = m.farm_id and r.reverses_id = m.id)
      group by 1, 2, 3`,
    [[...new Set(rows.map((r) => r.day))]],
  );
  const left = new Map(
    (there as { place_id: string; day: string; mass: number; n: number }[]).map((t) => [
      `${t.place_id} ${t.day} ${t.mass.toFixed(1)}`,
      t.n,
    ]),
  );
  return rows.flatMap((row, i) => {
    const here = fish.filter((f) => f.code === row.tank);
    if (here.length === 0) throw new RuleBroken(`rows.${i}.tank`, say`There are no fish in ${row.tank} to feed.`);
    const placeId = here[0]!.place_id;
    const key = `${placeId} ${row.day} ${row.massG.toFixed(1)}`;
    const n = left.get(key) ?? 0;
    left.set(key, n - 1);
    if (n > 0) return [];
    return [
      {
        row,
        i,
        placeId,
        eaters: here.map((f) => ({ lotId: f.lot_id, species: f.species_code, count: Number(f.count) })),
      },
    ];
  });
}

/** One lot of feed from before for each species, with as much as was eaten of it. @returns lots by species */
async function feedFromBefore(tx: Tx, entry: Entry, fresh: readonly FreshFeeding[]): Promise<Map<string, string>> {
  const prefixes = await prefixesInUse(tx);
  const store = await placeOfRole(tx, 'feed');
  const before = await placeOfRole(tx, 'before');
  const lots = new Map<string, string>();
  for (const species of new Set(fresh.map((f) => f.eaters[0]!.species))) {
    const own = fresh.filter((f) => f.eaters[0]!.species === species).map((f) => f.row);
    const firstDay = own.map((r) => r.day).reduce((a, b) => (a < b ? a : b));
    const code = `FEED-${prefixes.get(species) ?? 'FIS'}-EARLIER`;
    const known = await tx('lot').where({ code }).first('id');
    const lotId: string =
      known?.id ??
      (await createLot(tx, entry.farmId, {
        code,
        kind: 'feed',
        keeps: 'mass',
        beganOn: firstDay,
        speciesCode: species,
      }));
    const [at] = await instants(tx, [{ day: firstDay, time: '00:00' }]);
    await recordMovement({
      tx,
      entry: { ...entry, farmDay: firstDay, at: at! },
      movement: {
        lotId,
        fromPlaceId: before,
        toPlaceId: store,
        massG: own.reduce((sum, r) => sum + r.massG, 0),
        reason: 'opening',
      },
      part: `:b-${species}`,
    });
    lots.set(species, lotId);
  }
  return lots;
}

/** Tenths of a gram by number of fish, so that nothing is left over. */
function byNumber(massG: number, eaters: readonly Eater[]) {
  const all = eaters.reduce((sum, e) => sum + e.count, 0);
  let left = Math.round(massG * 10);
  return eaters.map((e, i) => {
    const tenths = i === eaters.length - 1 ? left : Math.round((massG * 10 * e.count) / all);
    left -= tenths;
    return { lotId: e.lotId, massG: tenths / 10 };
  });
}
