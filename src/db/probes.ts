import { createHash, randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import { RuleBroken } from '../core/errors';
import type { Day } from '../core/quantity/days';
import { say } from '../core/words/words';
import type { MeasuredPlaces, TakenBatch } from '../core/water/measurements';
import type { Tx } from './connection';

/** Instruments that send by themselves. Of their keys only the hash is kept; a batch is known by its instrument and number. */
const hashOf = (text: string): Buffer => createHash('sha256').update(text).digest();

export interface Probe {
  id: string;
  name: string;
  /** When its last batch came. */
  heardAt: Date | null;
  /** Of that batch: how many values were taken and how many not, with the first reason. */
  last: { taken: number; refused: number; why: string | null } | null;
}

export async function probes(tx: Tx): Promise<Probe[]> {
  const { rows } = await tx.raw(
    `select p.id, p.name, b.received_at, b.answer from probe p left join lateral (
       select received_at, answer from reading_batch b where b.farm_id = p.farm_id and b.probe_id = p.id order by received_at desc, sequence desc limit 1) b on true
     where p.ended_at is null order by p.name, p.id`,
  );
  return rows.map((r: { id: string; name: string; received_at: Date | null; answer: BatchAnswer | null }) => ({
    id: r.id,
    name: r.name,
    heardAt: r.received_at,
    last: r.answer && { taken: r.answer.taken, refused: r.answer.refused, why: r.answer.faults[0]?.words ?? null },
  }));
}

/** A new instrument, or a new key for one that is there: the key it had opens nothing any more. */
export async function makeProbe(
  tx: Tx,
  { farmId, personId, at }: { farmId: string; personId: string | null; at: Date },
  { id, name, token }: { id?: string; name: string; token: string },
): Promise<{ isNew: boolean }> {
  const probeId = id ?? randomUUID();
  if (id) {
    const known = await tx('probe').where({ id, ended_at: null }).update({ name });
    if (known === 0) throw new RuleBroken('id', say`That instrument is not on this farm any more.`);
    await tx('probe_key').where({ probe_id: id }).delete();
  } else await tx('probe').insert({ farm_id: farmId, id: probeId, name, made_at: at, made_by: personId });
  await tx('probe_key').insert({ farm_id: farmId, probe_id: probeId, token_hash: hashOf(token) });
  return { isNew: !id };
}

export async function endProbe(tx: Tx, { id, at }: { id: string; at: Date }): Promise<string> {
  const [ended] = await tx('probe').where({ id, ended_at: null }).update({ ended_at: at }).returning('name');
  if (!ended) throw new RuleBroken('id', say`That instrument is not on this farm any more.`);
  await tx('probe_key').where({ probe_id: id }).delete();
  return ended.name as string;
}

export interface OpenProbe {
  farmId: string;
  probeId: string;
  timeZone: string;
  /** Batches up to this number are not remembered any more. */
  forgottenTo: number;
}

/** Whose key it is; null: nobody's (any more). */
export async function probeOf(db: Knex, token: string): Promise<OpenProbe | null> {
  const { rows } = await db.raw('select * from probe_of(?)', [hashOf(token)]);
  const r = rows[0];
  return r
    ? { farmId: r.farm_id, probeId: r.probe_id, timeZone: r.time_zone, forgottenTo: Number(r.forgotten_to) }
    : null;
}

export async function measuredPlaces(tx: Tx): Promise<MeasuredPlaces> {
  const loops = await tx('loop').select('id', 'code');
  const places = await tx('place').whereNotNull('loop_id').select('id', 'code', 'loop_id');
  return { loops, places: places.map((p) => ({ id: p.id, code: p.code, loopId: p.loop_id })) };
}

/** What is said of a batch, now and whenever it comes again. */
export type BatchAnswer = Pick<TakenBatch, 'refused' | 'faults'> & { taken: number };

export interface Batch {
  probeId: string;
  sequence: number;
  /** What came, to tell one sent again from another under the same number. */
  content: string;
  at: Date;
}

/** How many batches of an instrument came since a moment. */
export async function batchesSince(tx: Tx, probeId: string, since: Date): Promise<number> {
  const row = await tx('reading_batch')
    .where({ probe_id: probeId })
    .andWhere('received_at', '>', since)
    .count<{ count: string }[]>('* as count')
    .first();
  return Number(row!.count);
}

/** Notes a batch once: of two at the same moment the second waits for the first. @returns null, or what was said of it before */
export async function noteBatch(
  tx: Tx,
  farmId: string,
  { probeId, sequence, content, at }: Batch,
  answer: BatchAnswer,
): Promise<{ answer: BatchAnswer; isSame: boolean } | null> {
  const digest = hashOf(content);
  const noted = await tx('reading_batch')
    .insert({ farm_id: farmId, probe_id: probeId, sequence, received_at: at, digest, answer: JSON.stringify(answer) })
    .onConflict(['farm_id', 'probe_id', 'sequence'])
    .ignore()
    .returning('sequence');
  if (noted.length > 0) return null;
  const before = await tx('reading_batch').where({ probe_id: probeId, sequence }).first('digest', 'answer');
  return { answer: before.answer, isSame: digest.equals(before.digest) };
}

/** Makes the monthly parts from a day to another and forgets batches that came before. */
export async function keepParts(
  db: Knex,
  { from, to, forgetBefore }: { from: Day; to: Day; forgetBefore: Date },
): Promise<{ months: number; forgotten: number }> {
  const { rows } = await db.raw('select reading_months(?, ?) as months, forget_batches(?) as forgotten', [
    from,
    to,
    forgetBefore,
  ]);
  return rows[0];
}
