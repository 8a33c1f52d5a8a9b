import { say } from '../core/words/words';
import { randomUUID } from 'node:crypto';
import { RuleBroken } from '../core/errors';
import type { Day } from '../core/quantity/days';
import type { Tx } from './connection';
import { entryByKey, markTakenBack, type Found } from './entries';
import { openJobAgain, withdrawSample } from './events';
import { withdrawReadings } from './readings';
import { reverseMovement, type Entry } from './ledger';
import type { Role } from './people';
import { openStepAgain } from './plan';
import { undoPlan } from './undoPlan';
import { withdrawTemperatures } from './temperature';

/** Movements of a cohort's story that can be taken back on their own. */
export const CAN_BE_TAKEN_BACK: ReadonlySet<string> = new Set(['dead', 'move', 'feed', 'grade', 'merge']);

/** Which act a record is of, when it was made before acts were entries. */
const ACT_OF_REASON: Record<string, string> = {
  dead: 'fish.dead',
  move: 'fish.move',
  feed: 'fish.feed',
  receive: 'fish.receive',
  purge: 'purge.transfer',
  harvest: 'fish.harvest',
  grade: 'fish.grade',
  merge: 'fish.merge',
};

interface Who {
  role: Role;
  personId: string;
}

/** The one rule of taking back: managers anything; everyone else what they recorded themselves, on the same day. */
export function mayTakeBack(who: Who, was: { personId: string | null; day: Day }, today: Day): boolean {
  return who.role === 'manager' || (was.personId === who.personId && was.day === today);
}

/** A record that is to be taken back: the whole entry it belongs to, or itself when it is older than entries. */
export interface TakeBackWish {
  recordedKey?: string;
  kind?: 'movement' | 'sample' | 'event';
  id?: string;
}

const TABLES = { movement: 'movement', sample: 'sample', event: 'husbandry_event' } as const;
const UUID_PART = /^([0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12})/;

/** Finds the entry that a wish means. @throws {RuleBroken} when there is none on this farm */
export async function findRecorded(tx: Tx, { recordedKey, kind, id }: TakeBackWish): Promise<Found> {
  if (recordedKey) {
    const entry = await entryByKey(tx, recordedKey);
    if (!entry) throw new RuleBroken('form', say`There is nothing left to undo.`);
    return { ...entry, kind: 'entry', id: recordedKey };
  }
  if (!kind || !id) throw new RuleBroken('form', say`Say what is to be taken back.`);
  const row = await tx(TABLES[kind]).where({ id }).first();
  if (!row || row.withdrawn === true || (kind === 'event' && row.corrects_id))
    throw new RuleBroken(
      'form',
      kind === 'sample' ? say`That sample is not on this farm.` : say`That record is not on this farm.`,
    );
  if (row.reason === 'reverse')
    throw new RuleBroken('form', say`That is itself a taking back. Record anew what is right.`);
  const [, key] = UUID_PART.exec(row.entry_key) ?? [];
  const entry = key ? await entryByKey(tx, key) : null;
  if (entry) return { ...entry, kind: 'entry', id: entry.entryKey };
  const command =
    kind === 'movement' ? (ACT_OF_REASON[row.reason] ?? '') : kind === 'sample' ? 'fish.weigh' : 'fish.note';
  return {
    kind,
    id,
    entryKey: row.entry_key,
    command,
    personId: row.person_id,
    farmDay: row.farm_day,
    title: '',
    answer: null,
    takenBackBy: null,
  };
}

/** What was undone: how many records, and how many pieces or fish by the reason they had been moved for. */
export interface Undone {
  records: number;
  counts: Readonly<Record<string, number>>;
}

/** Undoes everything an entry recorded by opposites that name it, and opens its jobs and steps again. */
export async function undoRecorded(tx: Tx, entry: Entry, was: Found): Promise<Undone> {
  if (was.takenBackBy) throw new RuleBroken('form', say`That was taken back already.`);
  const undone = was.kind === 'entry' ? await undoEntry(tx, entry, was.entryKey) : await undoOne(tx, entry, was);
  if (undone.records === 0) throw new RuleBroken('form', say`That was taken back already.`);
  if (was.kind === 'entry') await markTakenBack(tx, was.entryKey, entry.entryKey);
  return undone;
}

interface MovementRow {
  id: string;
  reason: string;
  count: number;
  order_line_id?: string | null;
}

async function reverseAll(tx: Tx, entry: Entry, moves: MovementRow[]): Promise<Undone> {
  const counts: Record<string, number> = {};
  for (const move of moves) {
    await reverseMovement(tx, entry, move.id);
    counts[move.reason] = (counts[move.reason] ?? 0) + move.count;
  }
  await ordersMoved(tx, moves);
  return { records: moves.length, counts };
}

/** Who has an order open whose goods moved sees it as it was: what he sends from there is refused. */
async function ordersMoved(tx: Tx, moves: readonly MovementRow[]): Promise<void> {
  const lines = moves.flatMap((m) => m.order_line_id ?? []);
  if (lines.length > 0)
    await tx('sales_order')
      .whereIn('id', tx('order_line').whereIn('id', lines).select('order_id'))
      .update({ version: tx.raw('version + 1') });
}

async function undoEntry(tx: Tx, entry: Entry, key: string): Promise<Undone> {
  const moves: MovementRow[] = await tx('movement')
    .where((q) => void q.where('entry_key', key).orWhere('entry_key', 'like', `${key}:%`))
    .whereNot({ reason: 'reverse' })
    .whereNotExists(tx('movement as r').whereRaw('r.farm_id = movement.farm_id and r.reverses_id = movement.id'))
    .orderBy('entry_key', 'desc')
    .select('id', 'reason', 'count', 'order_line_id');
  const { counts } = await reverseAll(tx, entry, moves);
  const readings = await withdrawReadings(tx, entry, key);
  const samples = await withdrawSample(tx, entry, key);
  const temperatures = await withdrawTemperatures(tx, entry, key);
  const events = await withdrawEvents(tx, entry, key);
  const withdrawn = await withdrawRows(tx, key);
  await undoPlan(tx, key);
  const steps: string[] = await tx('task_done').where({ entry_key: key, job_kind: 'step' }).pluck('subject');
  for (const step of steps) await openStepAgain(tx, step);
  const jobs = await openJobAgain(tx, key);
  return { records: moves.length + readings + samples + temperatures + events + withdrawn + jobs, counts };
}

/** Tables whose rows are withdrawn, not reversed: what they say was seen or measured, and nothing is counted by it. */
const WITHDRAWN_TABLES = ['trial_measure', 'finding', 'culture_entry', 'bed_rest'] as const;

async function withdrawRows(tx: Tx, key: string): Promise<number> {
  let rows = 0;
  for (const table of WITHDRAWN_TABLES)
    rows += await tx(table)
      .where({ withdrawn: false })
      .andWhere((q) => void q.where('entry_key', key).orWhere('entry_key', 'like', `${key}:%`))
      .update({ withdrawn: true });
  return rows;
}

/** A record from before acts were entries: by itself, a feeding with all the lots it came from. */
async function undoOne(tx: Tx, entry: Entry, was: Found): Promise<Undone> {
  const none = { records: 0, counts: {} };
  if (was.kind === 'sample')
    return {
      ...none,
      records: (await withdrawSample(tx, entry, was.entryKey)) + (await openJobAgain(tx, was.entryKey)),
    };
  if (was.kind === 'event')
    return {
      ...none,
      records: (await withdrawEvents(tx, entry, was.entryKey)) + (await openJobAgain(tx, was.entryKey)),
    };
  const [key] = was.entryKey.split(':') as [string];
  const columns = ['id', 'reason', 'count', 'order_line_id'];
  const parts: MovementRow[] =
    was.command === 'fish.feed'
      ? await tx('movement').where({ reason: 'feed' }).andWhere('entry_key', 'like', `${key}:f%`).select(columns)
      : [];
  const undone = await reverseAll(
    tx,
    entry,
    parts.length > 0 ? parts : await tx('movement').where({ id: was.id }).select(columns),
  );
  await openJobAgain(tx, key);
  return undone;
}

async function withdrawEvents(tx: Tx, entry: Entry, key: string): Promise<number> {
  const events = await tx('husbandry_event as e')
    .where((q) => void q.where('e.entry_key', key).orWhere('e.entry_key', 'like', `${key}:%`))
    .whereNull('e.corrects_id')
    .whereNotExists(tx('husbandry_event as c').whereRaw('c.farm_id = e.farm_id and c.corrects_id = e.id'));
  if (events.length === 0) return 0;
  await tx('husbandry_event').insert(
    events.map((was, i) => ({
      farm_id: entry.farmId,
      id: randomUUID(),
      entry_key: `${entry.entryKey}:e${i}`,
      kind: was.kind,
      lot_id: was.lot_id,
      place_id: was.place_id,
      words: was.words,
      state: was.state,
      until_day: was.until_day,
      count: was.count,
      farm_day: entry.farmDay,
      recorded_at: entry.at,
      person_id: entry.personId,
      corrects_id: was.id,
    })),
  );
  return events.length;
}
