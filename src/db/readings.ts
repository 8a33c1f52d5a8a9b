import type { ReadingTaken } from '../core/acts/effects';
import type { Day } from '../core/quantity/days';
import type { LastValue } from '../core/water/lastWater';
import { READING_KINDS } from '../core/water/readings/readings';
import type { Tx } from './connection';
import type { Entry } from './ledger';

/**
 * The store of what was measured, by hand, from a file or by an instrument that sends by itself: raw values in monthly parts,
 * the last of each place and kind, and what each hour and day came to. Values are added and withdrawn, never changed.
 */

/** Days back that a value is looked for. */
const FORTNIGHT = 14;

export interface NewReading {
  loopId: string;
  placeId?: string | null;
  kind: string;
  value: number;
  farmDay: Day;
  at: Date;
  /** Once under a key; instruments go by their batch instead. */
  entryKey?: string;
  personId?: string | null;
  /** The instrument, and the number of its batch. */
  probeId?: string;
  sequence?: number;
}

/** Adds readings in one statement; one whose key is there already is left out. @returns how many were added */
export async function addReadings(tx: Tx, farmId: string, rows: readonly NewReading[]): Promise<number> {
  if (rows.length === 0) return 0;
  const { rowCount } = await tx.raw(
    `insert into reading (farm_id, entry_key, loop_id, place_id, kind, value, farm_day, taken_at, person_id, probe_id, sequence)
     select ?, r."entryKey", r."loopId", r."placeId", r.kind, r.value, r."farmDay", r.at, r."personId", r."probeId", r.sequence
       from jsonb_to_recordset(?) as r("entryKey" text, "loopId" uuid, "placeId" uuid, kind text, value numeric, "farmDay" date, at timestamptz,
         "personId" uuid, "probeId" uuid, sequence bigint)
     on conflict (farm_id, entry_key, farm_day) do nothing`,
    [farmId, JSON.stringify(rows)],
  );
  return rowCount;
}

/** Readings as rows of the store: of the entry's moment, or of another. */
const rowsOf = ({ entryKey, farmDay, at, personId }: Entry, readings: readonly ReadingTaken[]) =>
  readings.map(({ part, loopId, placeId, kind, value, then }) => ({
    ...{ entryKey: `${entryKey}:${part}`, loopId, kind, value, personId },
    ...(placeId ? { placeId } : {}),
    ...(then ? { farmDay: then.day, at: new Date(then.at) } : { farmDay, at }),
  }));

/** Readings by a person, each once. */
export async function takeReadings(tx: Tx, entry: Entry, readings: readonly ReadingTaken[]): Promise<void> {
  await addReadings(tx, entry.farmId, rowsOf(entry, readings));
}

/** Of readings of the past, those that do not stand in the store yet: a reading is known by its loop, kind, moment and value. */
export async function unknownReadings(
  tx: Tx,
  entry: Entry,
  readings: readonly ReadingTaken[],
): Promise<ReadingTaken[]> {
  const { rows: fresh } = await tx.raw<{ rows: { i: number }[] }>(
    `select r.i from jsonb_to_recordset(?) as r(i integer, "loopId" uuid, kind text, value numeric, "farmDay" date, at timestamptz)
      where not exists (select from standing_reading o where o.loop_id = r."loopId" and o.kind = r.kind and o.farm_day = r."farmDay"
        and o.taken_at = r.at and o.value = r.value)`,
    [JSON.stringify(rowsOf(entry, readings).map((r, i) => ({ ...r, i })))],
  );
  const wanted = new Set(fresh.map((f) => f.i));
  return readings.filter((_, i) => wanted.has(i));
}

/** Takes back the readings recorded under an entry key by rows that name them, of the same day so that they stand in the same part. */
export async function withdrawReadings(tx: Tx, entry: Entry, recordedKey: string): Promise<number> {
  const { rowCount } = await tx.raw(
    `insert into reading (farm_id, entry_key, loop_id, place_id, kind, value, farm_day, taken_at, person_id, corrects_id, withdrawn)
     select farm_id, ? || ':' || id, loop_id, place_id, kind, value, farm_day, taken_at, ?, id, true
       from standing_reading where entry_key like ?`,
    [entry.entryKey, entry.personId, `${recordedKey}:%`],
  );
  return rowCount;
}

interface LastRow {
  loop_id: string;
  place_id: string | null;
  kind: string;
  value: number;
  farm_day: Day;
  taken_at: Date;
}

/**
 * The last value of each place and kind in the fortnight up to a day. Of today it stands ready; of a past day it is looked up.
 * @returns with the moment that counts as now on that day: its end, if it is over
 */
export async function latestWater(
  tx: Tx,
  day: Day,
  now: Date,
): Promise<{ values: (LastValue & { loopId: string })[]; asOf: Date }> {
  const { rows } = await tx.raw<{ rows: (LastRow & { as_of: Date })[] }>(
    `with l as (select * from reading_latest where farm_day >= :day::date - ${FORTNIGHT})
     select f.as_of, v.* from (select least(:now, (:day::date + 1)::timestamp at time zone time_zone) as as_of from farm) f left join (
       select loop_id, place_id, kind, value, farm_day, taken_at from l where farm_day <= :day
       union all
       select l.loop_id, l.place_id, l.kind, r.value, r.farm_day, r.taken_at from l cross join lateral (
         select value, farm_day, taken_at from standing_reading r
         where r.loop_id = l.loop_id and r.kind = l.kind and r.place_id is not distinct from l.place_id
           and r.farm_day between :day::date - ${FORTNIGHT} and :day
         order by r.taken_at desc, r.id desc limit 1) r
       where l.farm_day > :day) v on true`,
    { day, now },
  );
  return {
    asOf: rows[0]!.as_of,
    values: rows.filter((r) => r.loop_id).map((r) => ({ loopId: r.loop_id, ...lastValue(r) })),
  };
}

const lastValue = (r: LastRow): LastValue => ({
  placeId: r.place_id,
  kind: r.kind,
  value: r.value,
  on: r.farm_day,
  at: r.taken_at,
});

/** Of one loop, in one question: its last values, and which species swim where in it now. */
export async function loopNow(
  tx: Tx,
  loopId: string,
  day: Day,
): Promise<{ values: LastValue[]; places: { id: string; code: string; species: string[] }[] }> {
  const { rows } = await tx.raw<{
    rows: {
      values: (Omit<LastRow, 'taken_at'> & { taken_at: string })[];
      places: { id: string; code: string; species: string[] }[];
    }[];
  }>(
    `select (select coalesce(json_agg(l), '[]') from (select loop_id, place_id, kind, value, farm_day, taken_at from reading_latest
         where loop_id = :loopId and farm_day >= :day::date - ${FORTNIGHT}) l) as values,
       (select coalesce(json_agg(p), '[]') from (
         select p.id, p.code, array(select distinct l.species_code from balance b
             join lot l on l.farm_id = b.farm_id and l.id = b.lot_id and l.kind = 'cohort'
           where b.farm_id = p.farm_id and b.place_id = p.id and b.count > 0) as species
         from place p where p.loop_id = :loopId) p) as places`,
    { loopId, day },
  );
  const { values, places } = rows[0]!;
  return { values: values.map((r) => lastValue({ ...r, taken_at: new Date(r.taken_at) })), places };
}

/** Latest pH of each loop and the mean of the one about a week before, for drift. */
export async function latestPh(tx: Tx, day: Day) {
  const { rows } = await tx.raw(
    `select distinct on (loop_id) loop_id, value, farm_day,
       (select avg(w.value) from standing_reading w where w.loop_id = r.loop_id and w.kind = 'ph'
          and w.farm_day between r.farm_day - 8 and r.farm_day - 6) as week_ago
     from standing_reading r where kind = 'ph' and farm_day between :day::date - ${FORTNIGHT} and :day
     order by loop_id, taken_at desc, id desc`,
    { day },
  );
  return rows.map((r: { loop_id: string; value: number; farm_day: Day; week_ago: number | null }) => ({
    loopId: r.loop_id,
    pH: r.value,
    on: r.farm_day,
    weekAgo: r.week_ago,
  })) as { loopId: string; pH: number; on: Day; weekAgo: number | null }[];
}

export interface DayMean {
  loopId: string;
  kind: string;
  day: Day;
  mean: number;
}

/** What the days before `until` came to: those rolled up in the background, and the few that are not yet. A day that is not over is not among them. */
export async function dayMeans(
  tx: Tx,
  kinds: readonly string[],
  { since, until }: { since: Day; until: Day },
): Promise<DayMean[]> {
  const { rows } = await tx.raw(
    `select loop_id, kind, farm_day, mean from reading_day where kind = any(:kinds) and farm_day >= :since and farm_day < :until
     union all
     select r.loop_id, r.kind, r.farm_day, avg(r.value)
     from reading_due d join standing_reading r on r.loop_id = d.loop_id and r.kind = d.kind and r.farm_day = d.farm_day
     where d.kind = any(:kinds) and d.farm_day >= :since and d.farm_day < :until
     group by 1, 2, 3`,
    { since, until, kinds: [...kinds] },
  );
  return rows.map((r: { loop_id: string; kind: string; farm_day: Day; mean: number }) => ({
    loopId: r.loop_id,
    kind: r.kind,
    day: r.farm_day,
    mean: Number(r.mean),
  }));
}

/** One hour of one kind in one place. */
export interface Hour {
  at: Date;
  /** Null: read for the loop. */
  place: string | null;
  mean: number;
  low: number;
  high: number;
}

/** The hours of a loop's kind from one day to another, place by place; hours of days not rolled up yet are made here. */
export async function hoursOf(
  tx: Tx,
  { loopId, kind }: { loopId: string; kind: string },
  { since, until }: { since: Day; until: Day },
): Promise<Hour[]> {
  const { rows } = await tx.raw<{ rows: Hour[] }>(
    `select x.hour as at, p.code as place, x.mean::float8, x.low::float8, x.high::float8 from (
       select h.hour, h.place_id, h.mean, h.low, h.high from reading_hour h
       where h.loop_id = :loopId and h.kind = :kind and h.farm_day >= :since and h.farm_day <= :until
       union all
       select date_trunc('hour', r.taken_at, 'UTC'), r.place_id, avg(r.value), min(r.value), max(r.value)
       from reading_due d join standing_reading r on r.loop_id = d.loop_id and r.kind = d.kind and r.farm_day = d.farm_day
       where d.loop_id = :loopId and d.kind = :kind and d.farm_day >= :since and d.farm_day <= :until group by 1, 2) x
     left join place p on p.id = x.place_id order by p.code nulls first, x.hour`,
    { loopId, kind, since, until },
  );
  return rows;
}

/** Rolls up, farm by farm, the days before `until` that something came for. One farm's trouble leaves the others their days. */
export async function rollUp(
  db: Tx | import('knex').Knex,
  { until, most }: { until: Day; most: number },
): Promise<{ farms: number; made: number; failed: string[] }> {
  const { rows } = await db.raw('select farms_to_roll_up(?) as farm_id', [until]);
  let made = 0;
  const failed: string[] = [];
  for (const { farm_id: farmId } of rows as { farm_id: string }[])
    await db.raw('select roll_up_readings(?, ?, ?) as made', [farmId, until, most]).then(
      (done) => (made += done.rows[0].made),
      (error: Error) => failed.push(`${farmId}: ${error.message.slice(0, 200)}`),
    );
  return { farms: rows.length, made, failed };
}

/** Kinds that are taken often enough to be drawn by the hour: those asked for twice a day. */
export const DRAWN_KINDS = [...READING_KINDS.values()].filter((k) => k.daily !== null).map((k) => k.kind);
