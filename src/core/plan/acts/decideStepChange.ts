import { decide, refuse, type Decision } from '../../acts/decision';
import { said, type Effect, type Said, type Taken } from '../../acts/effects';
import type { PlanStep, StoredStep } from '../../facts/step';
import { daysBetween, type Day } from '../../quantity/days';
import { plural, say } from '../../words/words';
import { askChanged } from '../askPlanned';
import { applyChanges } from '../changes';
import type { PlanKnown } from './planKnown';

interface StepFacts extends Pick<PlanKnown, 'facts' | 'plan' | 'units'> {
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
export function decideStepChange({ today, step: known, group, placeKnown, ...ground }: StepFacts, v: StepWish) {
  return decide((asks): Taken<Said> => {
    if (v.day && v.day < today) refuse('day', say`That day has passed.`);
    if (!placeKnown) refuse('toPlaceId', say`Choose a tank of this farm.`);
    const step = asItWas(known, v.version);
    if (v.drop) {
      const gone = group.map(({ id }): Effect => ({ does: 'step', stepId: id, became: { state: 'dropped' } }));
      const words = plural(group.length, 'Taken out of the plan.', 'Taken out of the plan, with its # steps.');
      const notes = askOfChange(ground, { group, becomes: [] }, asks);
      return { effects: [...gone, { does: 'batchDropped', groupId: step.groupId }], said: () => said(words, notes) };
    }
    const days = v.day ? daysBetween(step.day, v.day) : 0;
    const shift = days === 0 ? [] : [{ change: 'shift' as const, groupId: step.groupId, days }];
    const becomes = applyChanges(group, shift, today).map((s): PlanStep => ({
      ...s,
      count: v.count ?? s.count,
      ...(s.id === step.id && v.toPlaceId ? { toPlaceId: v.toPlaceId } : {}),
    }));
    const effects = becomes.map(({ id, day, count, detail, toPlaceId }): Effect => {
      const to = id === step.id && v.toPlaceId ? { toPlaceId } : {};
      return { does: 'step', stepId: id, became: { day, detail, count, ...to } };
    });
    const notes = askOfChange(ground, { group, becomes }, asks);
    const more = group.length > 1 ? say`, with its ${group.length} steps` : '';
    const words = days === 0 ? say`Changed.` : say`Moved to ${v.day!}${more}.`;
    return { effects, said: () => said(words, notes) };
  });
}

interface Changed {
  group: readonly StoredStep[];
  becomes: readonly PlanStep[];
}

/** Asks about what a changed or dropped group would mean for fish, beds and orders. @returns what it betters */
function askOfChange(
  { facts, plan, units }: Pick<PlanKnown, 'facts' | 'plan' | 'units'>,
  { group, becomes }: Changed,
  asks: string[],
): string[] {
  const own = new Set(group.map((s) => s.id));
  const planAfter = [...plan.filter((s) => !own.has(s.id)), ...becomes];
  const { asked, notes } = askChanged({ before: facts, after: facts, plan, planAfter, units });
  asks.push(...asked);
  return notes;
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
