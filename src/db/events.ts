import { say } from '../core/words/words';
import { randomUUID } from 'node:crypto';
import { RuleBroken } from '../core/errors';
import type { HusbandryEvent } from '../core/acts/effects';
import { jobKey, type Done, type JobId } from '../core/tasks/jobs';
import type { Chore } from '../core/tasks/source';
import type { Day } from '../core/quantity/days';
import type { Tx } from './connection';
import type { Entry } from './ledger';

export async function recordSample(
  tx: Tx,
  entry: Entry,
  sample: { lotId: string; placeId: string; weightsG: number[]; lengthsCm?: number[]; fishCount?: number },
): Promise<{ repeated: boolean }> {
  const meanG = sample.weightsG.reduce((sum, w) => sum + w, 0) / sample.weightsG.length;
  const added = await tx('sample')
    .insert({
      farm_id: entry.farmId,
      id: randomUUID(),
      entry_key: entry.entryKey,
      lot_id: sample.lotId,
      place_id: sample.placeId,
      weights_g: sample.weightsG,
      mean_g: meanG,
      lengths_cm: sample.lengthsCm?.length ? sample.lengthsCm : null,
      fish_count: sample.fishCount ?? null,
      farm_day: entry.farmDay,
      taken_at: entry.at,
      person_id: entry.personId,
    })
    .onConflict(['farm_id', 'entry_key'])
    .ignore()
    .returning('id');
  return { repeated: added.length === 0 };
}

export async function withdrawSample(tx: Tx, entry: Entry, recordedKey: string): Promise<number> {
  const samples = await tx('sample')
    .where((q) => void q.where({ entry_key: recordedKey }).orWhere('entry_key', 'like', `${recordedKey}:%`))
    .whereNotExists(tx('sample as c').whereRaw('c.farm_id = sample.farm_id and c.corrects_id = sample.id'));
  if (samples.length === 0) return 0;
  await tx('sample').insert(
    samples.map((was) => ({
      farm_id: entry.farmId,
      id: randomUUID(),
      entry_key: samples.length === 1 ? entry.entryKey : `${entry.entryKey}:${was.id}`,
      lot_id: was.lot_id,
      place_id: was.place_id,
      weights_g: was.weights_g,
      mean_g: was.mean_g,
      farm_day: entry.farmDay,
      taken_at: entry.at,
      person_id: entry.personId,
      corrects_id: was.id,
      withdrawn: true,
    })),
  );
  return samples.length;
}

interface RecordHusbandryArgs {
  tx: Tx;
  entry: Entry;
  event: HusbandryEvent;
  part?: string;
}

/** Adds an event, once per entry key. */
export async function recordHusbandry({ tx, entry, event, part = '' }: RecordHusbandryArgs): Promise<void> {
  await tx('husbandry_event')
    .insert({
      farm_id: entry.farmId,
      id: randomUUID(),
      entry_key: entry.entryKey + part,
      kind: event.kind,
      lot_id: event.lotId ?? null,
      place_id: event.placeId ?? null,
      words: event.words,
      state: event.state ?? null,
      until_day: event.untilDay ?? null,
      count: event.count ?? null,
      detail: event.detail ? JSON.stringify(event.detail) : null,
      farm_day: entry.farmDay,
      recorded_at: entry.at,
      person_id: entry.personId,
    })
    .onConflict(['farm_id', 'entry_key'])
    .ignore();
}

export async function recordFeeding(
  tx: Tx,
  entry: Entry,
  feeding: {
    movementId: string;
    placeId: string;
    response: string;
    /** How much of the movement each lot ate; they add up to it. */
    parts: { lotId: string; massG: number }[];
    withheldG?: number;
    farmGrownG?: number;
  },
): Promise<void> {
  await tx('feeding').insert(
    feeding.parts.map(({ lotId, massG }, i) => ({
      farm_id: entry.farmId,
      movement_id: feeding.movementId,
      place_id: feeding.placeId,
      lot_id: lotId,
      mass_g: massG,
      response: feeding.response,
      withheld_g: i === 0 ? (feeding.withheldG ?? 0) : 0,
      farm_grown_g: i === 0 ? (feeding.farmGrownG ?? 0) : 0,
    })),
  );
}

/**
 * Marks a job done. The first to do it wins; anyone who comes after is told who that was.
 * @throws {RuleBroken} field `job`, when it is done already
 */
export async function finishTask(
  tx: Tx,
  entry: Entry,
  task: { job: JobId; title: string; note?: string | null },
): Promise<void> {
  const { kind, subject, day, slot } = task.job;
  const added = await tx('task_done')
    .insert({
      farm_id: entry.farmId,
      job_kind: kind,
      subject,
      job_day: day,
      slot,
      entry_key: entry.entryKey,
      farm_day: entry.farmDay,
      done_at: entry.at,
      person_id: entry.personId,
      title: task.title.slice(0, 200),
      note: task.note ?? null,
    })
    .onConflict()
    .ignore()
    .returning('id');
  if (added.length > 0) return;
  const was = await tx('task_done as t')
    .join('person as p', 'p.id', 't.person_id')
    .where({ job_kind: kind, subject, slot })
    .andWhereRaw('t.job_day is not distinct from ?', [day])
    .first('p.name', 't.farm_day');
  throw new RuleBroken(
    'job',
    say`${was.name} has already done this job (${was.farm_day}). Nothing was recorded twice.`,
  );
}

/** What of a day's feed was ticked off: the whole day under no slot, or feedings by number, and by whom. */
export async function feedingsGiven(tx: Tx, { kind, subject, day }: JobId): Promise<{ slot: string; by: string }[]> {
  return tx('task_done as t')
    .join('person as p', 'p.id', 't.person_id')
    .where({ job_kind: kind, subject, job_day: day })
    .select('t.slot', 'p.name as by');
}

/** Whether a job is ticked off. */
export async function isDone(tx: Tx, { kind, subject, day, slot }: JobId): Promise<boolean> {
  const done = await tx('task_done').where({ job_kind: kind, subject, job_day: day, slot }).first('id');
  return Boolean(done);
}

/** The job that an entry ticked off is to be done again. */
export async function openJobAgain(tx: Tx, entryKey: string): Promise<number> {
  return tx('task_done').where({ entry_key: entryKey }).delete();
}

export interface DoneRow extends Done {
  id: JobId;
  /** `jobKey(id)`. */
  key: string;
  title: string;
  note: string | null;
  /** What of the ledger moved by it; null: nothing did. */
  what: DoneWhat | null;
}

export interface DoneWhat {
  /** Codes of cohorts and plantings, and of tanks and beds, with commas between. */
  lots: string | null;
  places: string | null;
  /** Fish, plants or pieces. */
  count: number;
  /** Feed given, or goods packed by weight, g. */
  massG: number;
}

/** Everything that was recorded for a day: jobs ticked off, and acts that are no job. */
export const tasksDoneOn = (tx: Tx, day: Day, timeZone: string) => doneOn(tx, { day, timeZone, acts: ACTS });

/** The jobs of a day that were ticked off. */
export const jobsDoneOn = (tx: Tx, day: Day, timeZone: string) => doneOn(tx, { day, timeZone, acts: '' });

const ACTS = `
       union all
       select 'act', e.entry_key::text, null, '', e.title, null, p.name, e.done_at, e.entry_key::text
       from entry e join person p on p.id = e.person_id where e.farm_day = :day and e.taken_back_by is null
         and not exists (select from task_done t where t.farm_id = e.farm_id and t.entry_key = e.entry_key::text)`;

async function doneOn(
  tx: Tx,
  { day, timeZone, acts }: { day: Day; timeZone: string; acts: string },
): Promise<DoneRow[]> {
  const { rows } = await tx.raw(
    `with moved as (
       select left(m.entry_key, 36) as key, m.id, m.count, m.mass_g, l.kind, l.code, p.code as from_code, q.code as to_code,
         p.kind in ('tank', 'quarantine', 'purge', 'bed', 'nursery') as from_stands, q.kind in ('tank', 'quarantine', 'purge', 'bed', 'nursery') as to_stands
       from movement m join lot l on l.id = m.lot_id join place p on p.id = m.from_place_id join place q on q.id = m.to_place_id
       where m.farm_day = :day and m.reason <> 'reverse'
         and not exists (select from movement r where r.farm_id = m.farm_id and r.reverses_id = m.id)
     ), about as (
       select key, code as lot, null as place from moved where kind in ('cohort', 'planting')
       union select key, null, from_code from moved where from_stands and kind in ('cohort', 'planting')
       union select key, null, to_code from moved where to_stands and kind in ('cohort', 'planting')
       union select v.key, l.code, p.code from moved v join feeding f on f.movement_id = v.id join lot l on l.id = f.lot_id join place p on p.id = f.place_id
     ), named as (
       select key, string_agg(distinct lot, ', ' order by lot) as lots, string_agg(distinct place, ', ' order by place) as places from about group by 1
     ), amounts as (
       select key, coalesce(max(count) filter (where kind in ('cohort', 'planting')), max(count), 0) as count,
         coalesce(sum(mass_g) filter (where kind in ('feed', 'packed_fish', 'packed_produce')), 0) as mass_g
       from moved group by 1
     ), done as (
       select t.job_kind, t.subject, t.job_day, t.slot, t.title, t.note, p.name, t.done_at, left(t.entry_key, 36) as key
       from task_done t join person p on p.id = t.person_id where t.farm_day = :day${acts}
     )
     select d.*, to_char(d.done_at at time zone :timeZone, 'HH24:MI') as at, n.lots, n.places, a.count::float8 as count, a.mass_g::float8 as mass_g
     from done d left join named n on n.key = d.key left join amounts a on a.key = d.key
     order by d.done_at, d.subject`,
    { day, timeZone },
  );
  return rows.map(
    (r: {
      job_kind: string;
      subject: string;
      job_day: Day | null;
      slot: string;
      title: string;
      note: string | null;
      name: string;
      at: string;
      lots: string | null;
      places: string | null;
      count: number | null;
      mass_g: number | null;
    }) => {
      const id = { kind: r.job_kind, subject: r.subject, day: r.job_day, slot: r.slot };
      const { lots, places, count } = r;
      const what = count === null ? null : { lots, places, count, massG: r.mass_g ?? 0 };
      return { id, key: jobKey(id), title: r.title, note: r.note, by: r.name.split(' ')[0]!, at: r.at, what };
    },
  );
}

export async function loadChores(tx: Tx): Promise<Chore[]> {
  const rows = await tx('chore').where({ retired_on: null }).orderBy(['walk_order', 'title', 'id']);
  return rows.map((r) => ({
    id: r.id,
    placeId: r.place_id,
    placeCode: r.place_code,
    title: r.title,
    detail: r.detail,
    everyDays: r.every_days,
    startsOn: r.starts_on,
    minutes: r.minutes,
    walk: r.walk,
    walkOrder: r.walk_order,
    caution: r.caution,
  }));
}

export async function saltByPlace(tx: Tx): Promise<Map<string, number>> {
  const rows: { id: string; salt_g_l: number }[] = await tx('place').where('salt_g_l', '>', 0).select('id', 'salt_g_l');
  return new Map(rows.map((r) => [r.id, r.salt_g_l]));
}

export interface PurgeCheck {
  stepId: string;
  groupId: string;
  kind: 'exchange' | 'taste' | 'override';
  litres: number | null;
  passed: boolean | null;
  note: string | null;
  day: Day;
  by: string;
}

export async function addPurgeCheck(
  tx: Tx,
  entry: Entry,
  check: {
    stepId: string;
    kind: PurgeCheck['kind'];
    litres?: number;
    saltG?: number;
    passed?: boolean;
    note?: string | null;
  },
): Promise<void> {
  await tx('purge_check').insert({
    farm_id: entry.farmId,
    id: randomUUID(),
    step_id: check.stepId,
    kind: check.kind,
    litres: check.litres ?? null,
    salt_g: check.saltG ?? null,
    passed: check.passed ?? null,
    note: check.note ?? null,
    farm_day: entry.farmDay,
    person_id: entry.personId,
  });
}

export async function purgeChecks(tx: Tx, groupIds: string[]): Promise<PurgeCheck[]> {
  const rows = await tx('purge_check as c')
    .join('plan_step as s', 's.id', 'c.step_id')
    .join('person as p', 'p.id', 'c.person_id')
    .whereIn('s.group_id', groupIds)
    .orderByRaw('c.recorded_at, c.ctid')
    .select('c.*', 's.group_id', 'p.name');
  return rows.map((r) => ({
    stepId: r.step_id,
    groupId: r.group_id,
    kind: r.kind,
    litres: r.litres,
    passed: r.passed,
    note: r.note,
    day: r.farm_day,
    by: r.name,
  }));
}

export async function writeHandover(tx: Tx, entry: Entry, words: string): Promise<void> {
  await tx('handover').insert({
    farm_id: entry.farmId,
    id: randomUUID(),
    words,
    written_at: entry.at,
    farm_day: entry.farmDay,
    person_id: entry.personId,
  });
}

export async function lastHandover(tx: Tx, day: Day, timeZone: string) {
  const r = await tx('handover as h')
    .join('person as p', 'p.id', 'h.person_id')
    .where('h.farm_day', '<=', day)
    .orderByRaw('h.written_at desc, h.ctid desc')
    .first(
      'h.words',
      'p.name',
      'h.farm_day',
      tx.raw(`to_char(h.written_at at time zone ?, 'HH24:MI') as at`, [timeZone]),
    );
  return r ? { words: r.words as string, by: r.name as string, day: r.farm_day as Day, at: r.at as string } : null;
}
