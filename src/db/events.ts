import { randomUUID } from 'node:crypto';
import { RuleBroken } from '../core/errors';
import type { ReadingKind } from '../core/log/parse';
import type { Chore, Done } from '../core/tasks/round';
import type { Day } from '../core/quantity/days';
import type { Tx } from './connection';
import type { Entry } from './ledger';

/** Adds readings of one moment, once per entry key. @returns ids for undoing */
export async function recordReadings(
  tx: Tx,
  entry: Entry,
  loopId: string,
  values: { kind: ReadingKind; value: number }[],
): Promise<{ repeated: boolean }> {
  const added = await tx('reading')
    .insert(
      values.map((v) => ({
        farm_id: entry.farmId, entry_key: `${entry.entryKey}:${v.kind}`, loop_id: loopId, kind: v.kind, value: v.value,
        farm_day: entry.farmDay, taken_at: entry.at, person_id: entry.personId,
      })), // prettier-ignore
    )
    .onConflict(['farm_id', 'entry_key'])
    .ignore()
    .returning('id');
  return { repeated: added.length === 0 };
}

/** Takes back the readings recorded under an entry key by rows that name them. */
export async function withdrawReadings(tx: Tx, entry: Entry, recordedKey: string): Promise<number> {
  const rows = await tx('reading')
    .where('entry_key', 'like', `${recordedKey}:%`)
    .whereNotExists(tx('reading as c').whereRaw('c.farm_id = reading.farm_id and c.corrects_id = reading.id'));
  if (rows.length === 0) return 0;
  await tx('reading').insert(
    rows.map((r) => ({
      farm_id: entry.farmId, entry_key: `${entry.entryKey}:${r.id}`, loop_id: r.loop_id, kind: r.kind, value: r.value,
      farm_day: entry.farmDay, taken_at: entry.at, person_id: entry.personId, corrects_id: r.id, withdrawn: true,
    })), // prettier-ignore
  );
  return rows.length;
}

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
    }) // prettier-ignore
    .onConflict(['farm_id', 'entry_key'])
    .ignore()
    .returning('id');
  return { repeated: added.length === 0 };
}

export async function withdrawSample(tx: Tx, entry: Entry, recordedKey: string): Promise<number> {
  const was = await tx('sample')
    .where({ entry_key: recordedKey })
    .whereNotExists(tx('sample as c').whereRaw('c.farm_id = sample.farm_id and c.corrects_id = sample.id'))
    .first();
  if (!was) return 0;
  await tx('sample').insert({
    farm_id: entry.farmId, id: randomUUID(), entry_key: entry.entryKey, lot_id: was.lot_id, place_id: was.place_id,
    weights_g: was.weights_g, mean_g: was.mean_g, farm_day: entry.farmDay, taken_at: entry.at, person_id: entry.personId,
    corrects_id: was.id, withdrawn: true,
  }); // prettier-ignore
  return 1;
}

export async function recordFeeding(
  tx: Tx,
  entry: Entry,
  feeding: {
    movementId: string;
    placeId: string;
    lotId: string;
    response: string;
    withheldG?: number;
    farmGrownG?: number;
  },
): Promise<void> {
  await tx('feeding').insert({
    farm_id: entry.farmId, movement_id: feeding.movementId, place_id: feeding.placeId, lot_id: feeding.lotId, response: feeding.response,
    withheld_g: feeding.withheldG ?? 0, farm_grown_g: feeding.farmGrownG ?? 0,
  }); // prettier-ignore
}

/**
 * Marks a job done. The first to do it wins; the same entry sent again is told so, anyone else who did it first is named.
 * @returns true when this very entry was recorded before
 */
export async function finishTask(
  tx: Tx,
  entry: Entry,
  task: { key: string; title: string; note?: string | null },
): Promise<boolean> {
  const added = await tx('task_done')
    .insert({
      farm_id: entry.farmId,
      task_key: task.key,
      entry_key: entry.entryKey,
      farm_day: entry.farmDay,
      done_at: entry.at,
      person_id: entry.personId,
      title: task.title.slice(0, 200),
      note: task.note ?? null,
    }) // prettier-ignore
    .onConflict(['farm_id', 'task_key'])
    .ignore()
    .returning('task_key');
  if (added.length > 0) return false;
  const was = await tx('task_done as t')
    .join('person as p', 'p.id', 't.person_id')
    .where({ task_key: task.key })
    .first('t.entry_key', 'p.name', 't.farm_day');
  if (was.entry_key === entry.entryKey) return true;
  throw new RuleBroken('job', `${was.name} has already done this job (${was.farm_day}). Nothing was recorded twice.`);
}

export interface DoneRow extends Done {
  key: string;
  title: string;
  note: string | null;
}

export async function tasksDoneOn(tx: Tx, day: Day, timeZone: string): Promise<DoneRow[]> {
  const rows = await tx('task_done as t')
    .join('person as p', 'p.id', 't.person_id')
    .where('t.farm_day', day)
    .orderBy('t.done_at')
    .select(
      't.task_key',
      't.title',
      't.note',
      'p.name',
      tx.raw(`to_char(t.done_at at time zone ?, 'HH24:MI') as at`, [timeZone]),
    );
  return rows.map((r) => ({ key: r.task_key, title: r.title, note: r.note, by: r.name.split(' ')[0], at: r.at }));
}

export async function loadChores(tx: Tx): Promise<Chore[]> {
  const rows = await tx('chore').orderBy('walk_order');
  return rows.map((r) => ({
    id: r.id, placeId: r.place_id, placeCode: r.place_code, title: r.title, detail: r.detail, everyDays: r.every_days,
    startsOn: r.starts_on, minutes: r.minutes, walk: r.walk, walkOrder: r.walk_order, caution: r.caution,
  })); // prettier-ignore
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
    farm_id: entry.farmId, id: randomUUID(), step_id: check.stepId, kind: check.kind, litres: check.litres ?? null,
    salt_g: check.saltG ?? null, passed: check.passed ?? null, note: check.note ?? null, farm_day: entry.farmDay, person_id: entry.personId,
  }); // prettier-ignore
}

export async function purgeChecks(tx: Tx, groupIds: string[]): Promise<PurgeCheck[]> {
  const rows = await tx('purge_check as c')
    .join('plan_step as s', 's.id', 'c.step_id')
    .join('person as p', 'p.id', 'c.person_id')
    .whereIn('s.group_id', groupIds)
    .orderBy('c.recorded_at')
    .select('c.*', 's.group_id', 'p.name');
  return rows.map((r) => ({
    stepId: r.step_id, groupId: r.group_id, kind: r.kind, litres: r.litres, passed: r.passed, note: r.note, day: r.farm_day, by: r.name,
  })); // prettier-ignore
}

export async function writeHandover(tx: Tx, entry: Entry, words: string): Promise<void> {
  await tx('handover').insert({
    farm_id: entry.farmId, id: randomUUID(), words, written_at: entry.at, farm_day: entry.farmDay, person_id: entry.personId,
  }); // prettier-ignore
}

export async function lastHandover(tx: Tx, day: Day, timeZone: string) {
  const r = await tx('handover as h')
    .join('person as p', 'p.id', 'h.person_id')
    .where('h.farm_day', '<=', day)
    .orderBy('h.written_at', 'desc')
    .first(
      'h.words',
      'p.name',
      'h.farm_day',
      tx.raw(`to_char(h.written_at at time zone ?, 'HH24:MI') as at`, [timeZone]),
    );
  return r ? { words: r.words as string, by: r.name as string, day: r.farm_day as Day, at: r.at as string } : null;
}
