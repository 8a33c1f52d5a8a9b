import { type Growing, type Outing, outingOf, topWeightG } from './rearing';
import type { PlannerInput, Taking } from './types';

export const outingsOf = (input: PlannerInput, fish: Growing, weeks: readonly number[]): Outing[] =>
  weeks.map((week) => outingOf(input, fish.purgeDays, week));

/** Smallest and largest fish that are wanted, g. */
export function sizesWanted({ species, demand }: Growing): [smallestG: number, largestG: number] {
  const [smallest, largest] = species.marketG ?? [Infinity, 0];
  const fromG = demand?.fromG ?? smallest;
  return [fromG, Math.max(largest, fromG * LEAST_RANGE)];
}

/** Fish ordered from near the top of the market size on, or above it, may still be this much larger. Planning default. */
const LEAST_RANGE = 1.3;
/** Fish that are past the market size when the planner may first take them are sold all the same: they get no smaller. */
export function sizesSell(fish: Growing, takings: readonly Taking[]): boolean {
  const [smallest, largest] = sizesWanted(fish);
  const past = topWeightG(fish, fish.fromDay, 1) > largest;
  return takings.every(
    (t) => t.weightG >= smallest * (ROUNDED + A_FISH / t.count) && (past || t.weightG <= largest * TOP_OF_COHORT),
  );
}

/** Counted in whole fish, a harvest may average a little less than reckoned: more so where it is of few. */
export const ROUNDED = 1.01;
const A_FISH = 0.1;
/** The largest of a cohort, which go first, may be this much over the market size. Planning default. */
const TOP_OF_COHORT = 1.15;
/** Every run of weeks in which the fish are of a size that sells: they can be unfed in time, and first of all be in their tank. */
export function windows(input: PlannerInput, fish: Growing, inTankFrom: number): number[][] {
  const [smallest, largest] = sizesWanted(fish);
  const { purgeDays } = fish;
  const stopDay = (week: number) => outingOf(input, purgeDays, week).stopDay;
  const earliest = Math.max(input.todayAt, inTankFrom * 7);
  let first = Math.max(0, inTankFrom);
  while (first < input.weeks && (stopDay(first) < earliest || topWeightG(fish, stopDay(first), FIRST_PART) < smallest))
    first++;
  const past = topWeightG(fish, fish.fromDay, 1) > largest;
  let end = first;
  while (end < input.weeks && (past ? end < first + LONGEST_WINDOW : topWeightG(fish, stopDay(end), 1) <= largest))
    end++;
  const longest = unfedThroughout(input, purgeDays) ? 1 : LONGEST_WINDOW;
  const runs: number[][] = [];
  for (let start = first; start < Math.max(end, Math.min(first + 1, input.weeks)); start++) {
    for (let length = 1; length <= longest && start + length <= Math.max(end, first + 1); length++)
      runs.push(Array.from({ length }, (_, j) => start + j));
  }
  return runs;
}

/** Longest run of weeks over which a batch is taken in parts. Planning default. */
export const LONGEST_WINDOW = 10;
/** The first to be taken are the largest: so large a part of the cohort must be of market size. */
export const FIRST_PART = 0.1;
/** Purged where they are for a week or longer, fish taken every week would never be fed again: they go in one week. */
export const unfedThroughout = (input: PlannerInput, purgeDays: ArrayLike<number>) =>
  input.purgeTanks.length === 0 && Math.max(...Array.from(purgeDays)) >= 7;
