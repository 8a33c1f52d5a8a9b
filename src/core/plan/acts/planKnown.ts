import type { Effect } from '../../acts/effects';
import type { FarmFacts } from '../../facts/farm';
import { NO_DETAIL, type PlanStep, type StepOf } from '../../facts/step';
import type { UnitChoice } from '../../quantity/units';
import { askPlanned } from '../askPlanned';
import { planStep } from '../build';

/** What an act that plans is decided from. */
export interface PlanKnown {
  facts: FarmFacts;
  /** The open plan. */
  plan: readonly PlanStep[];
  units: UnitChoice;
  newId: () => string;
}

/** Asks about what steps that are to join the plan would mean. @returns what they better */
export function askOfPlan({ facts, plan, units }: PlanKnown, added: readonly PlanStep[], asks: string[]): string[] {
  const { asked, notes } = askPlanned({ facts, plan, added, units });
  asks.push(...asked);
  return notes;
}

export const joining = (steps: readonly PlanStep[]): Effect => ({ does: 'stepsAdded', steps });

type Bare = Pick<PlanStep, 'kind' | 'day' | 'lotCode' | 'count'> & Partial<Omit<StepOf, 'kind'>>;

/** A step on its own, or with the others of the group that is named. */
export const newStep = (newId: () => string, { fromPlaceId, toPlaceId, detail, ...what }: Bare): PlanStep =>
  planStep(
    { id: newId(), groupId: newId(), speciesCode: null, cropCode: null, ...what },
    { fromPlaceId: fromPlaceId ?? null, toPlaceId: toPlaceId ?? null, detail: detail ?? NO_DETAIL },
  );
