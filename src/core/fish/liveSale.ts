import { say } from '../words/words';
import type { StepDetail } from '../facts/step';
import type { ProductFact } from '../facts/farm';
import { lengthFromWeightCm, weightFromLengthG, type LengthWeight } from './lengthWeight';
import { shareAbove, type SizeBin } from './sizeSpread';
import { formatNumber } from '../quantity/units';

/** A product that is sold alive by length, not for food. */
export interface LiveGrade {
  product: ProductFact;
  /** Total length, cm: from (included) to (not included). */
  fromCm: number;
  toCm: number;
}

/** A grade as a manager writes it down. */
export interface WrittenGrade {
  name: string;
  fromCm: number;
  toCm: number;
  priceMinor: number;
}

/** What is wrong with written grades, in words; null when a fish of any length is of one grade at most. */
export function gradesFault(grades: readonly WrittenGrade[]): string | null {
  const names = grades.map((g) => g.name.trim().toLowerCase());
  const twice = names.find((name, i) => names.indexOf(name) !== i);
  if (twice) return say`Two grades are called “${twice}”.`;
  for (const g of grades) {
    if (!(g.toCm > g.fromCm)) return say`${g.name}: it ends at ${g.toCm} cm but begins at ${g.fromCm} cm.`;
  }
  const rising = [...grades].sort((a, b) => a.fromCm - b.fromCm);
  for (const [i, g] of rising.slice(1).entries()) {
    const before = rising[i]!;
    if (g.fromCm < before.toCm)
      return say`${before.name} and ${g.name} overlap: a fish of ${g.fromCm} cm would be both.`;
  }
  return null;
}

/** Live products of a species, the smallest first. Empty: the species is not sold alive. */
export function liveGrades(products: readonly ProductFact[], speciesCode: string): LiveGrade[] {
  return products
    .filter((p) => p.speciesCode === speciesCode && p.liveCm)
    .map((product) => ({ product, fromCm: product.liveCm![0], toCm: product.liveCm![1] }))
    .sort((a, b) => a.fromCm - b.fromCm);
}

interface CountsByGradeArgs {
  bins: readonly SizeBin[];
  referenceG: number;
  count: number;
  grades: readonly LiveGrade[];
  species: LengthWeight;
}

/**
 * How many fish of a cohort are of each grade now, by the size bins and the species' length–weight relation.
 * @param referenceG mean weight of the undivided cohort, g @param count fish present
 */
export function countsByGrade({ bins, referenceG, count, grades, species }: CountsByGradeArgs): number[] {
  const above = (cm: number) =>
    cm <= 0.5 ? 1 : cm >= 200 ? 0 : shareAbove(bins, referenceG, weightFromLengthG(cm, species));
  return grades.map((g) => count * Math.max(0, above(g.fromCm) - above(g.toCm)));
}

/**
 * Counts as whole fish that still add up: each is rounded down, and what is over goes to those that lost most by it.
 * The sum is that of the counts, rounded.
 */
export function wholeFish(counts: readonly number[]): number[] {
  const whole = counts.map(Math.floor);
  const over = Math.round(counts.reduce((a, b) => a + b, 0)) - whole.reduce((a, b) => a + b, 0);
  const byLoss = counts.map((count, i) => ({ i, loss: count - whole[i]! })).sort((a, b) => b.loss - a.loss);
  for (const { i } of byLoss.slice(0, Math.max(0, over))) whole[i]! += 1;
  return whole;
}

/** Where a grade is written into a plan: its middle, so that a range set a little differently is still the same grade. */
export function gradeMiddleCm({ fromCm, toCm }: Pick<LiveGrade, 'fromCm' | 'toCm'>): number {
  return (fromCm + toCm) / 2;
}

/** The grade whose range holds a length; null when none does. */
export function gradeAtCm(cm: number, grades: readonly LiveGrade[]): LiveGrade | null {
  return grades.find((g) => cm >= g.fromCm && cm < g.toCm) ?? null;
}

/** The grade that a planned netting takes; null when the step names none. */
export function gradePlanned(
  step: { kind: string; detail: StepDetail },
  grades: readonly LiveGrade[],
): LiveGrade | null {
  return step.kind === 'harvest' && step.detail.gradeCm !== undefined ? gradeAtCm(step.detail.gradeCm, grades) : null;
}

/** What a planned harvest of fish sold alive is called; null for every other step. */
export function nettingWords(
  step: { kind: string; speciesCode: string | null; detail: StepDetail },
  products: readonly ProductFact[],
): string | null {
  const grades = step.kind === 'harvest' ? liveGrades(products, step.speciesCode ?? '') : [];
  if (grades.length === 0) return null;
  return say`Net ${gradePlanned(step, grades)?.product.name ?? say`the largest`} for live sale`;
}

/** The grade that fish of a mean weight are sold as; the smallest or largest when they are beyond all. Null: none. */
export function gradeOfWeight(meanG: number, grades: readonly LiveGrade[], species: LengthWeight): LiveGrade | null {
  const cm = lengthFromWeightCm(meanG, species);
  return grades.find((g) => cm < g.toCm) ?? grades.at(-1) ?? null;
}

interface LiveSaleQuestionsArgs {
  sale: { count: number; massG: number };
  grade: LiveGrade;
  expected: number;
  species: LengthWeight;
}

/** What looks wrong about a live sale and is asked before it is recorded. */
export function liveSaleQuestions({ sale, grade, expected, species }: LiveSaleQuestionsArgs): string[] {
  const cm = lengthFromWeightCm(sale.massG / sale.count, species);
  const said: string[] = [];
  if (cm < grade.fromCm * 0.93 || cm > grade.toCm * 1.07) {
    said.push(
      say`${Math.round(sale.massG / sale.count)} g a fish is about ${formatNumber(cm, 0)} cm long; ${grade.product.name} is ${grade.fromCm} to ${grade.toCm} cm. As graded?`,
    );
  }
  if (sale.count > expected * 1.25 + 2) {
    said.push(
      say`By the forecast about ${Math.round(expected)} of them are of this grade; ${sale.count} were taken. As counted?`,
    );
  }
  return said;
}
