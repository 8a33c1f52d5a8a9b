import { say } from '../words/words';
import { promiseTable } from '../market/promiseTable';
import { daysBetween } from '../quantity/days';
import { shortDay } from '../quantity/sayDay';
import type { UnitChoice } from '../quantity/units';
import { consequences, worstFirst, type Consequence } from './consequences';
import { forecastFarm } from './forecast';
import { reforecast } from './reforecast';
import { OUTLOOK_WEEKS } from './settings';
import { type FarmFacts } from '../facts/farm';
import { type FarmForecast } from '../facts/forecast';
import { type PlanStep } from '../facts/step';
import { waterConsequences } from './waterConsequences';

export interface PlannedAnswer {
  /** What stands against it, to be answered with yes before it is kept. */
  asked: string[];
  /** What it changes for the better, or otherwise, in words. */
  notes: string[];
}

const MOST_TOLD = 5;

interface AskPlannedArgs {
  facts: FarmFacts;
  plan: readonly PlanStep[];
  added: readonly PlanStep[];
  units: UnitChoice;
}

/** What steps that are to join the plan would mean: the consequences Season shows, and who they would find where they go. */
export function askPlanned({ facts, plan, added, units }: AskPlannedArgs): PlannedAnswer {
  const before = forecastFarm(facts, plan);
  const all = [...plan, ...added];
  const after = reforecast({ before, facts, plan: all, lots: new Set(added.map((s) => s.lotCode)) });
  const look = (forecast: FarmForecast, steps: readonly PlanStep[]) => ({
    forecast,
    plan: steps,
    promise: promiseTable({ forecast, products: facts.products, promises: facts.promises, weeks: OUTLOOK_WEEKS }),
  });
  const told = consequences({ before: look(before, plan), after: look(after, all), facts, units });
  return toldAsAnswer(
    added.flatMap((step) => metBy(facts, before, step)),
    told,
    say`Plan it all the same?`,
  );
}

interface AskChangedArgs {
  before: FarmFacts;
  after: FarmFacts;
  plan: readonly PlanStep[];
  /** The plan as it follows from the change, where that moves it. */
  planAfter?: readonly PlanStep[];
  units: UnitChoice;
}

/** What another set-up would mean for what lives and is planned: water at other temperatures, other recipes, another place. */
export function askChanged({ before, after, plan: was, planAfter = was, units }: AskChangedArgs): PlannedAnswer {
  const look = (facts: FarmFacts, plan: readonly PlanStep[]) => {
    const forecast = forecastFarm(facts, plan);
    return {
      facts,
      forecast,
      plan,
      promise: promiseTable({ forecast, products: facts.products, promises: facts.promises, weeks: OUTLOOK_WEEKS }),
    };
  };
  const [then, now] = [look(before, was), look(after, planAfter)];
  const told = [
    ...waterConsequences(then, now, units),
    ...consequences({ before: then, after: now, facts: after, units }),
  ];
  return toldAsAnswer([], worstFirst(told), say`Keep it all the same?`);
}

function toldAsAnswer(meets: string[], told: readonly Consequence[], question: string): PlannedAnswer {
  const asSentences = (list: Consequence[]) => list.slice(0, MOST_TOLD).map((c) => `${c.words}.`);
  const worse = [...meets, ...asSentences(told.filter((c) => c.tone === 'worse'))];
  return {
    asked: worse.length > 0 ? [...worse, question] : [],
    notes: asSentences(told.filter((c) => c.tone !== 'worse')),
  };
}

/** Fish of other lots that a step would put its fish among, by the forecast of its day. */
function metBy(facts: FarmFacts, before: FarmForecast, step: PlanStep): string[] {
  const to = facts.places.find((p) => p.id === step.toPlaceId);
  if (!to || (step.kind !== 'stock' && step.kind !== 'move')) return [];
  const at = daysBetween(facts.today, step.day);
  const there = before.fish.filter(
    (s) => s.placeId === to.id && s.lotCode !== step.lotCode && s.from <= at && s.until > at,
  );
  const on = shortDay(step.day);
  return there.map((stay) => {
    const who = say`${to.code} still holds ${stay.lotCode} on ${on}`;
    if (stay.speciesCode !== step.speciesCode)
      return say`${who}: another species${to.kind === 'quarantine' ? say`, and fish in quarantine share what they carry` : ''}.`;
    return to.kind === 'quarantine'
      ? say`${who}: fish in quarantine share what they carry.`
      : say`${who}: mixed fish can only be counted separately if you can tell them apart.`;
  });
}
