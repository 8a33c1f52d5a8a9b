import { RuleBroken } from '../core/errors';
import { type PlanChange, applyChanges } from '../core/plan/changes';
import type { NamedDraft } from '../core/plan/outlook';
import { stepWords } from '../core/plan/steps/steps';
import type { Day } from '../core/quantity/days';
import { say } from '../core/words/words';
import type { Tx } from './connection';
import { StepRow, toStep, addSteps, writeStep, StoredStep } from './plan';

export interface DraftFrame {
  farmId: string;
  personId: string;
  today: Day;
}

/**
 * Applies a draft's changes in this transaction. Refused, whole, when any step it builds on has changed since.
 * @param base version of each touched step when the draft was made
 */
export async function keepDraft(
  tx: Tx,
  frame: DraftFrame,
  draft: { id: string; name: string; changes: PlanChange[]; base: Record<string, number> },
): Promise<{ changed: number }> {
  const again = await tx('draft').where({ id: draft.id }).first('state');
  if (again) return { changed: 0 };
  const before = (await tx<StepRow>('plan_step').where({ state: 'planned' }).forUpdate()).map(toStep);
  refuseStale(before, draft);
  const after = applyChanges(before, draft.changes, frame.today);
  const kept = new Map(after.map((s) => [s.id, s]));
  let changed = 0;
  for (const step of before) {
    const now = kept.get(step.id);
    if (now && now.day === step.day) continue;
    await writeStep(tx, step.id, now ? { day: now.day, detail: now.detail } : { state: 'dropped' }, frame.today);
    changed += 1;
  }
  const known = new Set(before.map((s) => s.id));
  const added = after.filter((s) => !known.has(s.id));
  await addSteps(tx, frame.farmId, { steps: added });
  await tx('draft').insert({
    farm_id: frame.farmId,
    id: draft.id,
    name: draft.name,
    changes: JSON.stringify(draft.changes),
    base: JSON.stringify(draft.base),
    state: 'kept',
    person_id: frame.personId,
  });
  return { changed: changed + added.length };
}

/** `base` names every step the draft touches; each must still be open and as it was. */
function refuseStale(before: StoredStep[], draft: { changes: PlanChange[]; base: Record<string, number> }) {
  const open = new Map(before.map((s) => [s.id, s]));
  const again = say`Look again, then slide it anew.`;
  for (const [id, version] of Object.entries(draft.base)) {
    const now = open.get(id);
    if (!now)
      throw new RuleBroken(
        'draft',
        say`The plan has changed since this draft was begun: one of its steps was done or taken out. ${again}`,
      );
    if (now.version !== version) {
      throw new RuleBroken(
        'draft',
        say`The plan has changed since this draft was begun: ${stepWords(now.kind).toLowerCase()} of ${now.lotCode} was moved to ${now.day}. ${again}`,
      );
    }
  }
  const added = new Set(draft.changes.flatMap((c) => (c.change === 'add' ? c.steps.map((s) => s.groupId) : [])));
  for (const change of draft.changes) {
    if (change.change === 'add' || change.change === 'water' || added.has(change.groupId)) continue;
    const steps = before.filter((s) => s.groupId === change.groupId);
    if (steps.length === 0)
      throw new RuleBroken('draft', say`What this draft slides is no longer in the plan. ${again}`);
    const unseen = steps.find((s) => draft.base[s.id] === undefined);
    if (unseen)
      throw new RuleBroken(
        'draft',
        say`The plan has changed since this draft was begun: it has a step the draft did not know. ${again}`,
      );
  }
}

/** More side by side nobody weighs. */
export const MOST_DRAFTS = 12;
/** Lays a set of changes aside under a name, for the board to open. */
export async function saveDraft(tx: Tx, frame: { farmId: string; personId: string }, draft: NamedDraft): Promise<void> {
  const others = await tx('draft').where({ state: 'open' }).whereNot({ id: draft.id }).count('* as n').first();
  if (Number(others!.n) >= MOST_DRAFTS)
    throw new RuleBroken('draft', say`${MOST_DRAFTS} drafts are laid aside. Keep or discard one first.`);
  await tx('draft')
    .insert({
      farm_id: frame.farmId,
      id: draft.id,
      name: draft.name,
      changes: JSON.stringify(draft.changes),
      base: '{}',
      state: 'open',
      person_id: frame.personId,
    })
    .onConflict(['farm_id', 'id'])
    .ignore();
}

/** Drafts laid aside and not yet kept or discarded, the newest first. */
export async function openDrafts(tx: Tx): Promise<NamedDraft[]> {
  const rows = await tx('draft')
    .where({ state: 'open' })
    .orderBy('created_at', 'desc')
    .limit(MOST_DRAFTS)
    .select('id', 'name', 'changes');
  return rows.map((r) => ({ id: r.id, name: r.name, changes: r.changes }));
}

export async function closeDraft(tx: Tx, id: string, state: 'kept' | 'discarded'): Promise<void> {
  await tx('draft').where({ id, state: 'open' }).update({ state });
}
