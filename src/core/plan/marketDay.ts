import { addDays, type Day } from '../quantity/days';
import type { FarmForecast, FishStay } from '../facts/forecast';

/** No fish gains more of its weight in a day; a mean that rises by more was sorted, not grown. */
const MOST_GAIN_A_DAY = 0.15;

/**
 * First day on which the mean of a cohort grows past its smallest market size, wherever it is by then; null: not in sight. A mean that
 * rises because the small ones or the largest were taken apart from the others says nothing of when the cohort is ready.
 */
export function marketDay({ fish, firstDay }: FarmForecast, lotCode: string, marketG: number): Day | null {
  const own = fish.filter((s) => s.lotCode === lotCode);
  const first = Math.min(...own.map((s) => s.from + grownPast(s, own, marketG)));
  return Number.isFinite(first) ? addDays(firstDay, first) : null;
}

/** Day of a stay on which its mean comes from below to a size by growing, or is there when the forecast begins; Infinity: none. */
function grownPast(stay: FishStay, own: readonly FishStay[], marketG: number): number {
  const { meanG, from } = stay;
  const before = own.filter((s) => s !== stay && s.until === from && from > s.from).map((s) => s.meanG.at(-1)!);
  const at = meanG.findIndex((g, i) => {
    if (g < marketG) return false;
    if (i > 0) return meanG[i - 1]! < marketG;
    return from <= 0 || before.some((was) => was < marketG && g <= was * (1 + MOST_GAIN_A_DAY));
  });
  return at < 0 ? Infinity : at;
}
