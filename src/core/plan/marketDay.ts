import { addDays, type Day } from '../quantity/days';
import type { FarmForecast } from '../facts/forecast';

/** First day on which the mean of a cohort passes its smallest market size, wherever it is by then; null: not in sight. */
export function marketDay({ fish, firstDay }: FarmForecast, lotCode: string, marketG: number): Day | null {
  let first = Infinity;
  for (const stay of fish.filter((s) => s.lotCode === lotCode)) {
    const i = stay.meanG.findIndex((g) => g >= marketG);
    if (i >= 0) first = Math.min(first, stay.from + i);
  }
  return first === Infinity ? null : addDays(firstDay, first);
}
