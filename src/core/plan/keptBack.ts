import { say } from '../words/words';
import { addDays, daysBetween, type Day } from '../quantity/days';
import { shortDay } from '../quantity/sayDay';
import type { UnitChoice } from '../quantity/units';
import { promiseTable } from '../market/promiseTable';
import { consequences } from './consequences';
import { forecastFarm } from './forecast';
import { OUTLOOK_WEEKS } from './settings';
import { type FarmFacts } from '../facts/farm';
import { type PlanStep } from '../facts/step';

/** Days of clean water more before fish that did not taste clean are tasted again. Planning default. */
export const TASTE_AGAIN_DAYS = 2;

const MOST_TOLD = 4;

export interface KeptBack {
  /** Steps with their new days. */
  steps: PlanStep[];
  tasteAgainOn: Day;
  harvestOn: Day | null;
}

/** The open taste check and harvest of a batch that did not taste clean on a day, moved so that it gets its extra days of clean water. */
export function keepBack(plan: readonly PlanStep[], groupId: string, today: Day): KeptBack {
  const own = plan.filter((s) => s.groupId === groupId && (s.kind === 'taste' || s.kind === 'harvest'));
  const taste = own.find((s) => s.kind === 'taste');
  const tasteAgainOn = addDays(today, TASTE_AGAIN_DAYS);
  const later = taste ? Math.max(0, daysBetween(taste.day, tasteAgainOn)) : TASTE_AGAIN_DAYS;
  const steps = own.map((s) => ({ ...s, day: addDays(s.day, later) }));
  return { steps, tasteAgainOn, harvestOn: steps.find((s) => s.kind === 'harvest')?.day ?? null };
}

interface SayKeptBackArgs {
  facts: FarmFacts;
  plan: readonly PlanStep[];
  kept: KeptBack;
  units: UnitChoice;
}

/** What keeping a batch back does to orders and tanks, in words. */
export function sayKeptBack({ facts, plan, kept, units }: SayKeptBackArgs): string[] {
  const moved = new Map(kept.steps.map((s) => [s.id, s]));
  const look = (steps: readonly PlanStep[]) => {
    const forecast = forecastFarm(facts, steps);
    return {
      forecast,
      plan: steps,
      promise: promiseTable({ forecast, products: facts.products, promises: facts.promises, weeks: OUTLOOK_WEEKS }),
    };
  };
  const told = consequences({ before: look(plan), after: look(plan.map((s) => moved.get(s.id) ?? s)), facts, units });
  const harvest = kept.harvestOn ? say`, harvest on ${shortDay(kept.harvestOn)}` : '';
  return [
    say`The fish are kept back: taste again on ${shortDay(kept.tasteAgainOn)}${harvest}.`,
    ...told
      .filter((c) => c.tone !== 'note')
      .slice(0, MOST_TOLD)
      .map((c) => `${c.words}.`),
  ];
}
