import type { StepChange as Change } from '../core/acts/effects';
import { freeCode } from '../core/plan/freeCode';
import { say } from '../core/words/words';
import { randomUUID } from 'node:crypto';
import { RuleBroken } from '../core/errors';
import { stepWords } from '../core/plan/steps/steps';
import type { PlanStep, StepDetail, StepState, StoredStep } from '../core/facts/step';
import type { Day } from '../core/quantity/days';
import type { Tx } from './connection';

export type { StoredStep } from '../core/facts/step';

export interface StepRow {
  id: string;
  group_id: string;
  kind: PlanStep['kind'];
  day: Day;
  lot_code: string;
  species_code: string | null;
  crop_code: string | null;
  from_place_id: string | null;
  to_place_id: string | null;
  count: number;
  detail: StepDetail;
  version: number;
  state: StepState;
  done_on: Day | null;
  note: string | null;
}

const STEP_COLUMNS: (keyof StepRow)[] = [
  'id',
  'group_id',
  'kind',
  'day',
  'lot_code',
  'species_code',
  'crop_code',
  'from_place_id',
  'to_place_id',
  'count',
  'detail',
  'version',
  'state',
  'done_on',
  'note',
];

export function toStep(r: StepRow): StoredStep {
  return {
    id: r.id,
    groupId: r.group_id,
    kind: r.kind,
    day: r.day,
    lotCode: r.lot_code,
    speciesCode: r.species_code,
    cropCode: r.crop_code,
    fromPlaceId: r.from_place_id,
    toPlaceId: r.to_place_id,
    count: r.count,
    detail: r.detail,
    version: r.version,
    state: r.state,
    doneOn: r.done_on,
    note: r.note,
  };
}

export function stepRow(farmId: string, step: PlanStep) {
  return {
    farm_id: farmId,
    id: step.id,
    group_id: step.groupId,
    kind: step.kind,
    day: step.day,
    lot_code: step.lotCode,
    species_code: step.speciesCode,
    crop_code: step.cropCode,
    from_place_id: step.fromPlaceId,
    to_place_id: step.toPlaceId,
    count: step.count,
    detail: JSON.stringify(step.detail),
    version: step.version,
  };
}

export async function openSteps(tx: Tx): Promise<StoredStep[]> {
  return (await tx<StepRow>('plan_step').where({ state: 'planned' }).orderBy(['day', 'id']).select(STEP_COLUMNS)).map(
    toStep,
  );
}

export const stepsOfLot = (tx: Tx, lotCode: string): Promise<StoredStep[]> => stepsOfLots(tx, [lotCode]);

/** Steps of some lots that were not taken out, by day. */
export async function stepsOfLots(tx: Tx, lotCodes: readonly string[]): Promise<StoredStep[]> {
  const rows = await tx<StepRow>('plan_step')
    .whereIn('lot_code', lotCodes)
    .whereNot({ state: 'dropped' })
    .orderBy(['day', 'id']);
  return rows.map(toStep);
}

/** Steps of some groups that were not taken out, by day. */
export async function stepsOfGroups(tx: Tx, groupIds: string[]): Promise<StoredStep[]> {
  const rows = await tx<StepRow>('plan_step')
    .whereIn('group_id', groupIds)
    .whereNot({ state: 'dropped' })
    .orderBy(['day', 'id']);
  return rows.map(toStep);
}

/** The step with a lock on it, so that two people cannot both do it. @throws {RuleBroken} when it is not there or not open */
export async function lockStep(tx: Tx, stepId: string, kind: PlanStep['kind']): Promise<StoredStep> {
  const row = await tx<StepRow>('plan_step').where({ id: stepId }).forUpdate().first();
  if (!row) throw new RuleBroken('stepId', say`That job is not on this farm.`);
  if (row.kind !== kind)
    throw new RuleBroken('stepId', say`That job is “${stepWords(row.kind)}”, not “${stepWords(kind)}”.`);
  if (row.state === 'done') throw new RuleBroken('stepId', say`Already done on ${row.done_on}.`);
  if (row.state === 'dropped') throw new RuleBroken('stepId', say`That job was taken out of the plan.`);
  return toStep(row);
}

/** @throws {RuleBroken} when a later step of the group of a step is done */
export async function requireNothingDoneAfter(tx: Tx, stepId: string): Promise<void> {
  const step = (await tx<StepRow>('plan_step').where({ id: stepId }).first())!;
  const later = await tx<StepRow>('plan_step')
    .where({ group_id: step.group_id, state: 'done' })
    .andWhere('day', '>', step.day)
    .orderBy(['day', 'id'])
    .first();
  if (later) throw new RuleBroken('form', say`${stepWords(later.kind)} was done after it. Take that back first.`);
}

/** A step whose record was taken back is open again, if it was done before the plan kept who did it. */
export async function openStepAgain(tx: Tx, stepId: string): Promise<void> {
  const step = await tx<StepRow>('plan_step').where({ id: stepId }).forUpdate().first();
  if (step?.state !== 'done') return;
  await requireNothingDoneAfter(tx, stepId);
  await writeRow(tx, stepId, { state: 'planned', done_on: null });
}

export interface StepChange {
  stepId: string;
  at: Date;
  by: string | null;
  was: Record<string, unknown>;
  became: Record<string, unknown>;
}

/** Who changed some steps from what to what, the oldest first. */
export async function changesOfSteps(tx: Tx, stepIds: string[]): Promise<StepChange[]> {
  const rows = await tx('plan_event as e')
    .leftJoin('person as p', 'p.id', 'e.person_id')
    .whereIn('e.step_id', stepIds)
    .orderBy('e.id')
    .select('e.step_id', 'e.at', 'e.was', 'e.became', 'p.name');
  return rows.map((r) => ({ stepId: r.step_id, at: r.at, by: r.name, was: r.was, became: r.became }));
}

/** Steps join the plan; `note` is kept with the first. */
export async function addSteps(
  tx: Tx,
  farmId: string,
  { steps, note }: { steps: readonly PlanStep[]; note?: string | undefined },
): Promise<void> {
  if (steps.length === 0) return;
  await tx('plan_step').insert(steps.map((s, i) => ({ ...stepRow(farmId, s), note: i === 0 ? (note ?? null) : null })));
}

/** Changes a step: what is not named stays, and its version moves. @param on the day on which it is done, where it is */
export async function writeStep(tx: Tx, id: string, { state, detail, ...rest }: Change, on: Day): Promise<void> {
  const columns = {
    ...{ lot_code: rest.lotCode, from_place_id: rest.fromPlaceId, to_place_id: rest.toPlaceId },
    ...{ day: rest.day, count: rest.count, state, detail: detail && JSON.stringify(detail) },
    done_on: state === undefined ? undefined : state === 'done' ? on : null,
  };
  await writeRow(tx, id, Object.fromEntries(Object.entries(columns).filter(([, v]) => v !== undefined)));
}

/** The same by columns, for what was kept of them. */
export async function writeRow(tx: Tx, id: string, columns: Readonly<Record<string, unknown>>): Promise<void> {
  await tx('plan_step')
    .where({ id })
    .update({ ...columns, version: tx.raw('version + 1') });
}

/** Gives open steps the days they carry. */
export async function moveSteps(tx: Tx, steps: readonly Pick<PlanStep, 'id' | 'day'>[]): Promise<void> {
  if (steps.length === 0) return;
  await tx.raw(
    `update plan_step s set day = m.day, version = s.version + 1
     from unnest(?::uuid[], ?::date[]) as m (id, day) where s.id = m.id and s.state = 'planned'`,
    [steps.map((s) => s.id), steps.map((s) => s.day)],
  );
}

export function newId(): string {
  return randomUUID();
}

/** A lot code that neither the ledger nor the plan uses. */
export async function freePlanCode(tx: Tx, base: string): Promise<string> {
  return freeCode(base, new Set(await codesInUse(tx, base)));
}

/** A step, locked, with the open steps of its group; none where it is not there. */
export async function lockGroup(tx: Tx, stepId: string): Promise<{ step: StoredStep | null; group: StoredStep[] }> {
  const row = await tx<StepRow>('plan_step').where({ id: stepId }).forUpdate().first();
  if (!row) return { step: null, group: [] };
  const own = await tx<StepRow>('plan_step').where({ group_id: row.group_id, state: 'planned' }).forUpdate();
  return { step: toStep(row), group: own.map(toStep) };
}

/** Codes of lots there are or are planned. @param base only those that begin so */
export function codesInUse(tx: Tx, base = ''): Promise<string[]> {
  return tx
    .from(
      tx('lot')
        .select('code')
        .union([tx('plan_step').select('lot_code as code')])
        .as('c'),
    )
    .where('code', 'like', `${base}%`)
    .pluck('code');
}
