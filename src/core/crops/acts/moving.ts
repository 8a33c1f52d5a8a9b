import { at, type Effect } from '../../acts/effects';
import type { PlantingFact } from '../../facts/farm';
import type { StoredStep } from '../../facts/step';
import { say } from '../../words/words';
import type { PlantKnown } from './standing';

interface Standing {
  plants: PlantingFact;
  toPlaceId: string;
  /** Plants that stand there afterwards. */
  count: number;
  stage: number;
  stepId?: string;
}

/** Plants come to another bed, or to their next spacing, or both. From the bench they begin their first stage. */
export function standElsewhere(known: Pick<PlantKnown, 'on'>, wish: Standing): Effect[] {
  const { plants, toPlaceId, count, stage, stepId } = wish;
  const { lotId, placeId } = plants;
  const fromBench = plants.transplantedOn === null;
  const reason = fromBench ? 'transplant' : 'move';
  const moved: Effect[] =
    placeId === toPlaceId
      ? []
      : [{ does: 'movement', lot: { lotId }, from: at(placeId), to: at(toPlaceId), count, reason, stepId }];
  if (fromBench) return moved;
  const before = plants.stage ?? 0;
  const since = stage > before ? known.on : (plants.stageFrom ?? plants.transplantedOn!);
  const words = stage > before ? say`Re-spaced` : say`Moved to another bed`;
  const detail = { stage, since, cuts: plants.cutsDone, lastCutOn: plants.lastCutOn };
  return [...moved, { does: 'event', event: { kind: 'spaced', lotId, placeId: toPlaceId, words, count, detail } }];
}

interface Follow {
  plants: PlantingFact;
  toPlaceId: string;
  count: number;
  /** The step that is done by the act itself. */
  doneId?: string;
}

/**
 * What is planned for plants in one bed is planned for them in the other; where a part stays, for each its part. From the bench, the
 * transplant that was planned is done.
 */
export function planFollowsPlants(known: PlantKnown, follow: Follow): Effect[] {
  const { plants, toPlaceId, count, doneId } = follow;
  const open = known.plan.filter((s) => s.lotCode === plants.lotCode && s.state === 'planned' && s.id !== doneId);
  if (plants.transplantedOn !== null)
    return plants.placeId === toPlaceId
      ? []
      : turned(known, follow, { from: plants.placeId, steps: open, whole: count >= plants.count });
  const due = open.filter((s) => s.kind === 'transplant');
  const step = due.find((s) => s.toPlaceId === toPlaceId) ?? due[0];
  if (!step) return [];
  const whole = count >= Math.min(step.count, plants.count);
  const turns =
    step.toPlaceId === toPlaceId ? [] : turned(known, follow, { from: step.toPlaceId!, steps: open, whole });
  const became = whole ? { toPlaceId, state: 'done' as const } : { count: step.count - count };
  return [...turns, { does: 'step', stepId: step.id, became }];
}

interface Turning {
  /** The bed they are planned from so far. */
  from: string;
  steps: readonly StoredStep[];
  /** All of them go; else a part stays with its part of the plan. */
  whole: boolean;
}

function turned({ newId }: PlantKnown, { toPlaceId, count }: Follow, { from, steps, whole }: Turning): Effect[] {
  const own = steps.filter((s) => s.fromPlaceId === from);
  const placeOf = (s: StoredStep) => (s.toPlaceId === from ? toPlaceId : s.toPlaceId);
  if (whole)
    return own.map((s) => ({
      ...{ does: 'step', stepId: s.id, became: { fromPlaceId: toPlaceId, toPlaceId: placeOf(s) } },
    }));
  const copies = own.map(({ state: _, doneOn: __, note: ___, ...step }) => ({
    ...{ ...step, id: newId(), fromPlaceId: toPlaceId, count: Math.min(count, step.count), version: 1 },
    toPlaceId: step.toPlaceId === from ? toPlaceId : step.toPlaceId,
  }));
  const fewer = own
    .filter((s) => s.count - Math.min(count, s.count) >= 1)
    .map((s): Effect => ({ does: 'step', stepId: s.id, became: { count: s.count - Math.min(count, s.count) } }));
  return [...fewer, { does: 'stepsAdded', steps: copies }];
}
