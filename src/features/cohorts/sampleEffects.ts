import { promiseTable } from '../../core/market/promiseTable';
import { consequences } from '../../core/plan/consequences';
import { forecastFarm } from '../../core/plan/forecast';
import type { FarmFacts, PlanStep } from '../../core/plan/types';
import { addDays, daysBetween } from '../../core/quantity/days';
import { shortDay } from '../../core/quantity/sayDay';
import type { UnitChoice } from '../../core/quantity/units';

/** What a sample changed: the day the cohort is of market size, and every order or tank that is better or worse off. */
export function movedBy(
  before: FarmFacts,
  after: FarmFacts,
  steps: PlanStep[],
  lotCode: string,
  units: UnitChoice,
): string[] {
  const look = (facts: FarmFacts) => {
    const forecast = forecastFarm(facts, steps);
    return { forecast, plan: steps, promise: promiseTable(forecast, facts.products, facts.promises, 14) };
  };
  const [was, is] = [look(before), look(after)];
  const market = after.species.find((s) => s.code === after.fish.find((f) => f.lotCode === lotCode)?.speciesCode)
    ?.marketG?.[0];
  const ready = (outlook: typeof was) => {
    const stay = outlook.forecast.fish.find((s) => s.lotCode === lotCode);
    const i = stay && market ? stay.meanG.findIndex((g) => g >= market) : -1;
    return i < 0 ? null : addDays(outlook.forecast.firstDay, stay!.from + i);
  };
  const [day0, day1] = [ready(was), ready(is)];
  const lines: string[] = [];
  if (day1 && day0 && day0 !== day1) {
    const days = daysBetween(day0, day1);
    lines.push(
      `Mean at market size on ${shortDay(day1)}, ${Math.abs(days)} ${Math.abs(days) === 1 ? 'day' : 'days'} ${days > 0 ? 'later' : 'earlier'} than thought`,
    );
  } else if (day0 === day1 && day1) lines.push(`Mean at market size on ${shortDay(day1)}, as before`);
  return [
    ...lines,
    ...consequences(was, is, after, units)
      .slice(0, 6)
      .map((c) => c.words),
  ];
}
