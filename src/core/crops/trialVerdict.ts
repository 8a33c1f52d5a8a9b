import { formatNumber } from '../quantity/units';
import { say, word } from '../words/words';
import { compareArms, meanInterval, type TrialResult } from './trial';

/** What is measured of each plot. */
export const TRIAL_MEASURES = {
  weight: { words: word`Weight of a plant, g`, unit: word`g a plant`, more: true },
  count: { words: word`Plants good enough to sell`, unit: word`plants`, more: true },
  score: { words: word`Looks, 1 to 9`, unit: word`points`, more: true },
  days: { words: word`Days to harvest`, unit: word`days`, more: false },
} as const;

export type TrialMeasure = keyof typeof TRIAL_MEASURES;
export const TRIAL_MEASURE_CODES = Object.keys(TRIAL_MEASURES) as TrialMeasure[];

export interface ArmValues {
  id: string;
  letter: string;
  name: string;
  /** One value a plot: the mean of what was measured of it. */
  values: readonly number[];
}

/** A trial as its verdict needs it. */
export interface TrialValues {
  measure: TrialMeasure;
  arms: readonly { id: string; letter: string; name: string }[];
  plots: readonly { letter: string; value: number | null }[];
}

/** What each arm came to, a value a plot. */
export const armValues = ({ arms, plots }: TrialValues): ArmValues[] =>
  arms.map(({ id, letter, name }) => ({
    ...{ id, letter, name },
    values: plots.flatMap((p) => (p.letter === letter && p.value !== null ? [p.value] : [])),
  }));

export interface ArmSummary extends ArmValues {
  mean: number | null;
  /** 95 % interval of its mean; null with fewer than two plots. */
  interval: [low: number, high: number] | null;
}

export interface TrialVerdict {
  arms: ArmSummary[];
  /** The arm that did best, and whether its lead over every other is real; null: not enough is measured. */
  best: { id: string; isReal: boolean } | null;
  words: string;
}

/**
 * What a trial says: the best arm against each other one by Welch's interval, the chance of a false lead shared among the comparisons
 * (Bonferroni), and the verdict in plain words.
 */
export function trialVerdict(measure: TrialMeasure, arms: readonly ArmValues[]): TrialVerdict {
  const summaries = arms.map(summaryOf);
  const ready = summaries.filter((a) => a.values.length >= 2);
  if (ready.length < arms.length || ready.length < 2)
    return {
      arms: summaries,
      best: null,
      words: say`Not yet: at least two plots of every arm are measured before anything can be said.`,
    };
  const { more } = TRIAL_MEASURES[measure];
  const ranked = [...ready].sort((a, b) => (more ? b.mean! - a.mean! : a.mean! - b.mean!));
  const [best, ...others] = ranked as [ArmSummary, ...ArmSummary[]];
  const confidence = 1 - 0.05 / others.length;
  const results = others.map((other) => ({ other, result: compareArms(other.values, best.values, confidence) }));
  const isReal = results.every((r) => r.result.isReal);
  return { arms: summaries, best: { id: best.id, isReal }, words: sayVerdict(measure, best, results) };
}

function summaryOf(arm: ArmValues): ArmSummary {
  const n = arm.values.length;
  if (n === 0) return { ...arm, mean: null, interval: null };
  const mean = arm.values.reduce((a, b) => a + b, 0) / n;
  if (n < 2) return { ...arm, mean, interval: null };
  return { ...arm, mean, interval: meanInterval(arm.values) };
}

interface Compared {
  other: ArmSummary;
  result: TrialResult;
}

function sayVerdict(measure: TrialMeasure, best: ArmSummary, results: readonly Compared[]): string {
  const unit = TRIAL_MEASURES[measure].unit;
  const nearest = results.reduce((a, b) => (Math.abs(b.result.difference) < Math.abs(a.result.difference) ? b : a));
  const { difference, interval } = nearest.result;
  const [low, high] = [Math.min(...interval.map(Math.abs)), Math.max(...interval.map(Math.abs))];
  const figure = (value: number) => formatNumber(value, Math.abs(value) < 10 ? 1 : 0);
  const than = say`${nearest.other.letter} (${nearest.other.name})`;
  if (results.every((r) => r.result.isReal))
    return difference >= 0
      ? say`${best.letter} (${best.name}) did best: ${figure(difference)} ${unit} more than ${than}, between ${figure(low)} and ${figure(high)} with 95 % confidence.`
      : say`${best.letter} (${best.name}) did best: ${figure(-difference)} ${unit} fewer than ${than}, between ${figure(low)} and ${figure(high)} with 95 % confidence.`;
  return say`No real difference: ${best.letter} (${best.name}) leads ${than} by ${figure(Math.abs(difference))} ${unit}, but anything from ${figure(interval[0])} to ${figure(interval[1])} fits what was measured. Grow what is easier, or repeat it with more plots.`;
}
