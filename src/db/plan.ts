import { plural, say } from '../core/words/words';
import { randomUUID } from 'node:crypto';
import { RuleBroken } from '../core/errors';
import { applyChanges } from '../core/plan/changes';
import { stepWords } from '../core/plan/steps/steps';
import type { PlanStep, StepDetail, StepState, StoredStep } from '../core/facts/step';
import { daysBetween, type Day } from '../core/quantity/days';
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
  await tx('plan_step')
    .where({ id: stepId })
    .update({ state: 'planned', done_on: null, version: step.version + 1 });
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

export async function addSteps(tx: Tx, farmId: string, steps: readonly PlanStep[]): Promise<void> {
  if (steps.length > 0) await tx('plan_step').insert(steps.map((s) => stepRow(farmId, s)));
}

/** Gives open steps the days they carry. */
export async function moveSteps(tx: Tx, steps: readonly Pick<PlanStep, 'id' | 'day'>[]): Promise<void> {
  for (const { id, day } of steps) {
    await tx('plan_step')
      .where({ id, state: 'planned' })
      .update({ day, version: tx.raw('version + 1') });
  }
}

export function newId(): string {
  return randomUUID();
}

/** A lot code that neither the ledger nor the plan uses: `BASE`, then `BASE-2`, `BASE-3` … */
export async function freePlanCode(tx: Tx, base: string): Promise<string> {
  const taken = new Set(await codesInUse(tx, base));
  if (!taken.has(base)) return base;
  for (let n = 2; ; n++) if (!taken.has(`${base}-${n}`)) return `${base}-${n}`;
}

/**
 * Changes one step of the plan in place: its day (its whole group moves with it), its count, where to, or drops it with its group.
 * @throws {RuleBroken} when it was changed or done meanwhile, or a step of the group would fall before today
 */
export async function changeStep(
  tx: Tx,
  today: Day,
  change: { stepId: string; version: number; day?: Day; count?: number; toPlaceId?: string; drop?: boolean },
): Promise<{ words: string; groupId: string }> {
  const said = (words: string) => ({ words, groupId: row!.group_id });
  const row = await tx<StepRow>('plan_step').where({ id: change.stepId }).forUpdate().first();
  if (!row || row.state !== 'planned')
    throw new RuleBroken('form', say`That step was done or taken out meanwhile. Reload.`);
  if (row.version !== change.version)
    throw new RuleBroken('form', say`Someone moved this step to ${row.day} meanwhile. Reload.`);
  const group = (await tx<StepRow>('plan_step').where({ group_id: row.group_id, state: 'planned' }).forUpdate()).map(
    toStep,
  );
  const bump = { version: tx.raw('version + 1') as unknown as number };
  const ids = group.map((s) => s.id);
  if (change.drop) {
    await tx<StepRow>('plan_step')
      .whereIn('id', ids)
      .update({ state: 'dropped', ...bump });
    return said(plural(ids.length, 'Taken out of the plan.', 'Taken out of the plan, with its # steps.'));
  }
  const days = change.day ? daysBetween(row.day, change.day) : 0;
  const moved = applyChanges(group, days === 0 ? [] : [{ change: 'shift', groupId: row.group_id, days }], today);
  for (const step of moved) {
    const count = change.count ?? step.count;
    const own = step.id === row.id && change.toPlaceId ? { to_place_id: change.toPlaceId } : {};
    await tx<StepRow>('plan_step')
      .where({ id: step.id })
      .update({ day: step.day, count, detail: JSON.stringify(step.detail) as never, ...own, ...bump });
  }
  return said(
    days === 0 ? 'Changed.' : say`Moved to ${change.day}${ids.length > 1 ? say`, with its ${ids.length} steps` : ''}.`,
  );
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
