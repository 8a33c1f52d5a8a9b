import { say } from '../core/words/words';
import { createHash } from 'node:crypto';
import type { Knex } from 'knex';
import { RuleBroken } from '../core/errors';
import type { Day } from '../core/quantity/days';
import type { Tx } from './connection';

/** What is sent, in one order of keys, so that the same content has the same hash whatever sent it. */
function inOrder(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(inOrder);
  if (typeof value !== 'object' || value === null) return value;
  const entries = Object.entries(value).filter(([, v]) => v !== undefined);
  return Object.fromEntries(entries.sort(([a], [b]) => (a < b ? -1 : 1)).map(([k, v]) => [k, inOrder(v)]));
}

export function contentHash(content: unknown): Buffer {
  return createHash('sha256')
    .update(JSON.stringify(inOrder(content)))
    .digest();
}

export interface NewEntry {
  farmId: string;
  entryKey: string;
  command: string;
  version: number;
  contentHash: Buffer;
  personId: string;
  farmDay: Day;
  doneAt: Date;
  arrivedAt: Date;
  title: string;
}

export interface StoredEntry {
  entryKey: string;
  command: string;
  personId: string;
  farmDay: Day;
  title: string;
  answer: unknown;
  takenBackBy: string | null;
}

/** What is to be taken back: an entry, or one record that is older than entries. */
export type Found = StoredEntry & { kind: 'entry' | 'movement' | 'sample' | 'event'; id: string };

/**
 * Claims a key for an entry. A second one with the same key waits until the first is through.
 * @returns null when the key is this entry's now; the entry that has it already, when its content is the same
 * @throws {RuleBroken} field `entryKey`, when the key was used for other content or by someone else
 */
export async function claimEntry(tx: Tx, e: NewEntry): Promise<StoredEntry | null> {
  const added = await tx('entry')
    .insert({
      farm_id: e.farmId,
      entry_key: e.entryKey,
      command: e.command,
      version: e.version,
      content_hash: e.contentHash,
      person_id: e.personId,
      farm_day: e.farmDay,
      done_at: e.doneAt,
      arrived_at: e.arrivedAt,
      title: e.title,
    })
    .onConflict(['farm_id', 'entry_key'])
    .ignore()
    .returning('entry_key');
  if (added.length > 0) return null;
  const was = await tx('entry').where({ entry_key: e.entryKey }).first();
  if (was.person_id !== e.personId)
    throw new RuleBroken('entryKey', say`This entry belongs to someone else. Reload and enter it anew.`);
  if (!e.contentHash.equals(was.content_hash))
    throw new RuleBroken(
      'entryKey',
      say`An earlier try went through: “${was.title}” was recorded with what you had typed then. What stands here now differs and was not recorded. Press again to record it as well, or close.`,
    );
  return toEntry(was);
}

/* eslint-disable-next-line @typescript-eslint/no-explicit-any -- rows of a query come untyped */
function toEntry(r: any): StoredEntry {
  return {
    entryKey: r.entry_key,
    command: r.command,
    personId: r.person_id,
    farmDay: r.farm_day,
    title: r.title,
    answer: r.answer,
    takenBackBy: r.taken_back_by,
  };
}

export async function answerEntry(tx: Tx, entryKey: string, answer: unknown): Promise<void> {
  await tx('entry')
    .where({ entry_key: entryKey })
    .update({ answer: JSON.stringify(answer ?? null) });
}

interface NameEntryArgs {
  tx: Tx;
  entryKey: string;
  command: string;
  version: number;
  title: string;
}

/** Says what a line of the farm's shorthand turned out to be, so that it is taken back by that act's own rule. */
export async function nameEntry({ tx, entryKey, command, version, title }: NameEntryArgs): Promise<void> {
  await tx('entry').where({ entry_key: entryKey }).update({ command, version, title });
}

export async function entryByKey(tx: Tx, entryKey: string): Promise<StoredEntry | null> {
  const row = await tx('entry').where({ entry_key: entryKey }).first();
  return row ? toEntry(row) : null;
}

export async function markTakenBack(tx: Tx, entryKey: string, by: string): Promise<void> {
  await tx('entry').where({ entry_key: entryKey }).update({ taken_back_by: by });
}

interface TakeNumberArgs {
  tx: Tx;
  farmId: string;
  name: string;
  first: number;
}

/**
 * The next of a farm's numbers, without gaps: the row stays locked until the transaction that uses the number ends.
 * @param first the first number, when none was taken yet
 */
export async function takeNumber({ tx, farmId, name, first }: TakeNumberArgs): Promise<number> {
  const { rows } = await tx.raw(
    `insert into counter as c (farm_id, name, last) values (?, ?, ?)
     on conflict (farm_id, name) do update set last = c.last + 1 returning last`,
    [farmId, name, first],
  );
  return rows[0].last;
}

/** The worker says that it is there. */
export async function beat(db: Knex, name: string, at: Date): Promise<void> {
  await db.raw('insert into worker_beat (name, at) values (?, ?) on conflict (name) do update set at = excluded.at', [
    name,
    at,
  ]);
}

export async function lastBeat(db: Knex): Promise<Date | null> {
  const { rows } = await db.raw('select max(at) as at from worker_beat');
  return rows[0].at;
}
