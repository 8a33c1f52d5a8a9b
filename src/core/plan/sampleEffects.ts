import { plural, say } from '../words/words';
import { promiseTable } from '../market/promiseTable';
import { daysBetween, type Day } from '../quantity/days';
import { shortDay } from '../quantity/sayDay';
import type { UnitChoice } from '../quantity/units';
import { consequences } from './consequences';
import { forecastFarm } from './forecast';
import { marketDay } from './marketDay';
import type { FarmFacts } from '../facts/farm';
import type { PlanStep } from '../facts/step';

/** Most consequences told after a weighing; the rest is on Season. */
const MOST_TOLD = 6;
const WEEKS_TOLD = 14;

interface SampleEffectsArgs {
  before: FarmFacts;
  after: FarmFacts;
  plan: PlanStep[];
  lotCode: string;
  units: UnitChoice;
}

/**
 * What a sample changed, in words: the day the cohort is of market size, and every order or tank that is better or worse off.
 * @param before facts without the sample @param after facts with it
 */
export function sampleEffects({ before, after, plan, lotCode, units }: SampleEffectsArgs): string[] {
  const look = (facts: FarmFacts) => {
    const forecast = forecastFarm(facts, plan);
    return {
      forecast,
      plan,
      promise: promiseTable({ forecast, products: facts.products, promises: facts.promises, weeks: WEEKS_TOLD }),
    };
  };
  const [was, is] = [look(before), look(after)];
  const speciesCode = after.fish.find((f) => f.lotCode === lotCode)?.speciesCode;
  const marketG = after.species.find((s) => s.code === speciesCode)?.marketG?.[0];
  const told = consequences({ before: was, after: is, facts: after, units }).slice(0, MOST_TOLD);
  return [
    ...(marketG
      ? sayMarketDay(marketDay(was.forecast, lotCode, marketG), marketDay(is.forecast, lotCode, marketG))
      : []),
    ...told.map((c) => c.words),
  ];
}

function sayMarketDay(was: Day | null, is: Day | null): string[] {
  if (!is) return was ? [say`Mean at market size: no longer in sight`] : [];
  const says = say`Mean at market size on ${shortDay(is)}`;
  if (!was) return [say`${says}; before it was not in sight`];
  const days = daysBetween(was, is);
  if (days === 0) return [say`${says}, as before`];
  const size = Math.abs(days);
  return [say`${says}, ${size} ${plural(size, 'day', 'days')} ${days > 0 ? say`later` : say`earlier`} than thought`];
}
