import { decide, refuse, type Decision } from '../../acts/decision';
import { said, type Effect, type Said, type Taken } from '../../acts/effects';
import type { StoredStep } from '../../facts/step';
import { daysBetween, type Day } from '../../quantity/days';
import { plural, say } from '../../words/words';
import { applyChanges } from '../changes';

interface StepFacts {
  today: Day;
  /** The step as it is now, if it is there; and the open steps of its group. */
  step: StoredStep | null;
  group: readonly StoredStep[];
  /** Whether the place it is to go to is one of this farm. */
  placeKnown: boolean;
}

interface StepWish {
  version: number;
  day?: Day | undefined;
  count?: number | undefined;
  toPlaceId?: string | undefined;
  drop?: boolean | undefined;
}

/** @throws {RuleBroken} when the step was changed, done or taken out meanwhile */
function asItWas(step: StoredStep | null, version: number): StoredStep {
  if (step?.state !== 'planned') return refuse('form', say`That step was done or taken out meanwhile. Reload.`);
  if (step.version !== version) refuse('form', say`Someone moved this step to ${step.day} meanwhile. Reload.`);
  return step;
}

/** A step changes in place: its day (its whole group moves with it), its count, where to; or it goes with its group. */
export function decideStepChange({ today, step: known, group, placeKnown }: StepFacts, v: StepWish) {
  return decide((): Taken<Said> => {
    if (v.day && v.day < today) refuse('day', say`That day has passed.`);
    if (!placeKnown) refuse('toPlaceId', say`Choose a tank of this farm.`);
    const step = asItWas(known, v.version);
    if (v.drop) {
      const gone = group.map(({ id }): Effect => ({ does: 'step', stepId: id, became: { state: 'dropped' } }));
      const words = plural(group.length, 'Taken out of the plan.', 'Taken out of the plan, with its # steps.');
      return { effects: [...gone, { does: 'batchDropped', groupId: step.groupId }], said: () => said(words) };
    }
    const days = v.day ? daysBetween(step.day, v.day) : 0;
    const shift = days === 0 ? [] : [{ change: 'shift' as const, groupId: step.groupId, days }];
    const effects = applyChanges(group, shift, today).map(({ id, day, count, detail }): Effect => {
      const to = id === step.id && v.toPlaceId ? { toPlaceId: v.toPlaceId } : {};
      return { does: 'step', stepId: id, became: { day, detail, count: v.count ?? count, ...to } };
    });
    const more = group.length > 1 ? say`, with its ${group.length} steps` : '';
    const words = days === 0 ? say`Changed.` : say`Moved to ${v.day!}${more}.`;
    return { effects, said: () => said(words) };
  });
}

/** A pick stays on its day, ripe or not; or follows its plants again. */
export function decidePin(step: StoredStep, v: { version: number; pinned: boolean }): Decision<Taken<Said>> {
  return decide(() => {
    if (step.version !== v.version) refuse('form', say`Someone moved this step to ${step.day} meanwhile. Reload.`);
    const detail = { ...step.detail, pinned: v.pinned ? 1 : 0 };
    return {
      effects: [{ does: 'step', stepId: step.id, became: { detail } }],
      said: () => said(v.pinned ? say`It stays on that day.` : say`It follows its plants again.`),
    };
  });
}
