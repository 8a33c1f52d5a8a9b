import { say } from '../core/words/words';
import { RuleBroken } from '../core/errors';
import { purgeGate, type GateCheck } from '../core/purge/gate';
import type { TreatmentFact } from '../core/facts/farm';
import { daysBetween, type Day } from '../core/quantity/days';
import type { Tx } from './connection';
import { purgeChecks } from './events';
import type { Entry } from './ledger';
import { stepsOfGroups, type StoredStep } from './plan';

export type BatchMethod = 'separate' | 'salted' | 'in_place';

/** What a batch must meet before it is sold. */
export interface BatchRules {
  fastingDays: number;
  exchanges: number;
  taste: boolean;
}

export interface PurgeBatch extends BatchRules {
  /** The group of its plan steps. */
  id: string;
  method: BatchMethod;
  feedStoppedOn: Day;
  version: number;
}

/* eslint-disable-next-line @typescript-eslint/no-explicit-any -- rows of a query come untyped */
function toBatch(r: any): PurgeBatch {
  return {
    id: r.id,
    method: r.method,
    fastingDays: r.fasting_days,
    exchanges: r.exchanges,
    taste: r.taste,
    feedStoppedOn: r.feed_stopped_on,
    version: r.version,
  };
}

async function batchesOf(tx: Tx, groupIds: string[]): Promise<Map<string, PurgeBatch>> {
  const rows = await tx('purge_batch').whereIn('id', groupIds);
  return new Map(rows.map((r) => [r.id, toBatch(r)]));
}

/** Fixes what a batch must meet: from now on the plan may slide, the rules stay. */
export async function beginBatch(
  tx: Tx,
  entry: Entry,
  batch: {
    groupId: string;
    lotId: string;
    fromPlaceId: string;
    purgePlaceId: string | null;
    method: BatchMethod;
  } & BatchRules,
): Promise<void> {
  await tx('purge_batch').insert({
    farm_id: entry.farmId,
    id: batch.groupId,
    lot_id: batch.lotId,
    from_place_id: batch.fromPlaceId,
    purge_place_id: batch.purgePlaceId,
    method: batch.method,
    fasting_days: batch.fastingDays,
    exchanges: batch.exchanges,
    taste: batch.taste,
    feed_stopped_on: entry.farmDay,
    person_id: entry.personId,
  });
}

export async function closeBatch(tx: Tx, groupId: string, day: Day | null): Promise<void> {
  await tx('purge_batch').where({ id: groupId }).update({ closed_on: day });
}

export async function dropBatch(tx: Tx, groupId: string): Promise<void> {
  await tx('purge_batch')
    .where({ id: groupId })
    .update({ closed_on: tx.ref('feed_stopped_on') });
}

/** A manager changes what a batch must meet, with a reason that is kept. */
export async function changeBatch(
  tx: Tx,
  entry: Entry,
  wish: { groupId: string; version: number; reason: string } & BatchRules,
): Promise<void> {
  const row = await tx('purge_batch').where({ id: wish.groupId }).forUpdate().first();
  if (!row) throw new RuleBroken('form', say`Feed has not stopped for that batch yet: change its plan instead.`);
  if (row.closed_on) throw new RuleBroken('form', say`That batch is harvested.`);
  if (row.version !== wish.version)
    throw new RuleBroken(
      'form',
      say`Someone changed this batch meanwhile. Reload to see it; what you typed is still here.`,
    );
  const was = toBatch(row);
  const became = { fastingDays: wish.fastingDays, exchanges: wish.exchanges, taste: wish.taste };
  await tx('purge_batch')
    .where({ id: wish.groupId })
    .update({
      fasting_days: wish.fastingDays,
      exchanges: wish.exchanges,
      taste: wish.taste,
      version: row.version + 1,
    });
  await tx('purge_batch_change').insert({
    farm_id: entry.farmId,
    batch_id: wish.groupId,
    was: JSON.stringify({ fastingDays: was.fastingDays, exchanges: was.exchanges, taste: was.taste }),
    became: JSON.stringify(became),
    reason: wish.reason,
    person_id: entry.personId,
    farm_day: entry.farmDay,
    at: entry.at,
  });
}

export interface BatchChange extends BatchRules {
  day: Day;
  by: string;
  reason: string;
  was: BatchRules;
}

async function changesOf(tx: Tx, groupIds: string[]): Promise<(BatchChange & { batchId: string })[]> {
  const rows = await tx('purge_batch_change as c')
    .join('person as p', 'p.id', 'c.person_id')
    .whereIn('c.batch_id', groupIds)
    .orderBy('c.id')
    .select('c.*', 'p.name');
  return rows.map((r) => ({
    batchId: r.batch_id,
    day: r.farm_day,
    by: r.name,
    reason: r.reason,
    was: r.was,
    ...r.became,
  }));
}

export interface Gate {
  checks: GateCheck[];
  steps: StoredStep[];
  overridden: string | null;
  /** Null until feed has stopped: the gate then goes by the plan. */
  batch: PurgeBatch | null;
  changes: BatchChange[];
}

interface GatesOfArgs {
  tx: Tx;
  groupIds: string[];
  today: Day;
  treatments: readonly TreatmentFact[];
}

/** Where purge batches stand before their gate, by group. What a batch under way must meet is what was fixed when its feed stopped. */
export async function gatesOf({ tx, groupIds, today, treatments }: GatesOfArgs): Promise<Map<string, Gate>> {
  const [batches, checks] = [await batchesOf(tx, groupIds), await purgeChecks(tx, groupIds)];
  const [steps, changes] = [await stepsOfGroups(tx, groupIds), await changesOf(tx, groupIds)];
  return new Map(
    groupIds.map((id) => {
      const own = { steps: steps.filter((s) => s.groupId === id), checks: checks.filter((c) => c.groupId === id) };
      const gate = gateOf({ ...own, batch: batches.get(id) ?? null, today, treatments });
      return [id, { ...gate, changes: changes.filter((c) => c.batchId === id) }];
    }),
  );
}

interface GateParts {
  steps: StoredStep[];
  checks: Awaited<ReturnType<typeof purgeChecks>>;
  batch: PurgeBatch | null;
  today: Day;
  treatments: readonly TreatmentFact[];
}

function gateOf({ steps, checks, batch, today, treatments }: GateParts): Omit<Gate, 'changes'> {
  const stop = steps.find((s) => s.kind === 'feed_stop');
  const start = steps.find((s) => s.kind === 'purge') ?? stop;
  const harvest = steps.find((s) => s.kind === 'harvest');
  const override = checks.find((c) => c.kind === 'override');
  const planned = start && harvest ? Math.max(1, daysBetween(start.day, harvest.day)) : 1;
  const treated = treatments.find((t) => t.lotCode === harvest?.lotCode);
  return {
    steps,
    batch,
    overridden: override ? `${override.by}: ${override.note}` : null,
    checks: purgeGate({
      feedStoppedOn: batch?.feedStoppedOn ?? null,
      today,
      fastingDaysNeeded: batch?.fastingDays ?? planned,
      exchangesPlanned: batch?.exchanges ?? steps.filter((s) => s.kind === 'exchange').length,
      exchangesDone: checks.filter((c) => c.kind === 'exchange').length,
      tasteNeeded: batch?.taste ?? true,
      tastePassed: checks.filter((c) => c.kind === 'taste').at(-1)?.passed ?? null,
      withdrawalUntil: treated?.until ?? null,
      purged: batch !== null || steps.some((s) => s.kind !== 'harvest'),
    }),
  };
}
