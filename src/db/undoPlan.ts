import { RuleBroken } from '../core/errors';
import type { StepKind } from '../core/facts/step';
import { stepWords } from '../core/plan/steps/steps';
import { all, say } from '../core/words/words';
import type { Tx } from './connection';
import { requireNothingDoneAfter, writeRow } from './plan';

type Row = Record<string, unknown> & { id: string; state: string };

interface Change {
  step_id: string;
  was: Record<string, unknown>;
  became: Record<string, unknown>;
}

const isSame = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/**
 * The plan as it was before an entry, by what the database kept of it: steps it added go, steps it did, dropped or turned to other
 * plants, places or days have what they had. What someone else changed since stays.
 * @throws {RuleBroken} when a later step, or one that it added, was done since
 */
export async function undoPlan(tx: Tx, entryKey: string): Promise<void> {
  const changes: Change[] = await tx('plan_event')
    .where({ entry_key: entryKey })
    .orderBy('id', 'desc')
    .select('step_id', 'was', 'became');
  for (const change of changes) await undoChange(tx, change);
  const added: { id: string; kind: StepKind; lot_code: string; state: string }[] = await tx('plan_step')
    .where({ added_by: entryKey })
    .whereNot({ state: 'dropped' })
    .select('id', 'kind', 'lot_code', 'state');
  const done = added.filter((s) => s.state === 'done');
  if (done.length > 0)
    throw new RuleBroken(
      'form',
      say`${all(done.map((s) => `“${stepWords(s.kind)}”`))} of ${done[0]!.lot_code} was done since. Take that back first.`,
    );
  for (const { id } of added) await writeRow(tx, id, { state: 'dropped' });
}

async function undoChange(tx: Tx, { step_id: id, was, became }: Change): Promise<void> {
  const { now } = await tx('plan_step')
    .where({ id })
    .forUpdate()
    .first<{ now: Row }>(tx.raw('to_jsonb(plan_step) as now'));
  const fields = Object.keys(was).filter((f) => isSame(now[f], became[f]));
  const isOpen = now.state === 'planned' || fields.includes('state');
  if (fields.length === 0 || !isOpen) return;
  if (fields.includes('state') && now.state === 'done') await requireNothingDoneAfter(tx, id);
  const before = fields.map((f) => [f, f === 'detail' ? JSON.stringify(was[f]) : was[f]]);
  await writeRow(tx, id, Object.fromEntries(before));
}
