import { mean, sampleVariance } from 'simple-statistics';
import { RuleBroken } from '../errors';
import { say } from '../words/words';

export interface Arm {
  n: number;
  mean: number;
  standardDeviation: number;
}

export interface TrialResult {
  a: Arm;
  b: Arm;
  /** Mean of b less mean of a. */
  difference: number;
  /** Interval of the difference. */
  interval: [low: number, high: number];
  degreesOfFreedom: number;
  /** Whether the interval leaves zero out. */
  isReal: boolean;
}

/**
 * Two arms of a trial by Welch's interval, which does not ask for equal spread or equal numbers.
 * Welch (1947), Biometrika 34: 28–35; degrees of freedom after Satterthwaite (1946).
 * @param confidence of the interval, 0.5 to 1
 * @throws {RuleBroken} with fewer than two of an arm: one plant has no spread
 */
export function compareArms(a: readonly number[], b: readonly number[], confidence = 0.95): TrialResult {
  const [armA, armB] = [armOf(a, 'a'), armOf(b, 'b')];
  const [va, vb] = [armA.standardDeviation ** 2 / armA.n, armB.standardDeviation ** 2 / armB.n];
  const difference = armB.mean - armA.mean;
  const standardError = Math.sqrt(va + vb);
  const degreesOfFreedom =
    standardError === 0 ? armA.n + armB.n - 2 : (va + vb) ** 2 / (va ** 2 / (armA.n - 1) + vb ** 2 / (armB.n - 1));
  const reach = studentQuantile((1 + confidence) / 2, degreesOfFreedom) * standardError;
  const interval: [number, number] = [difference - reach, difference + reach];
  return { a: armA, b: armB, difference, interval, degreesOfFreedom, isReal: interval[0] > 0 || interval[1] < 0 };
}

/** 95 % interval of a mean, from at least two values. */
export function meanInterval(values: readonly number[]): [low: number, high: number] {
  const arm = armOf(values, 'values');
  const reach = (studentQuantile(0.975, arm.n - 1) * arm.standardDeviation) / Math.sqrt(arm.n);
  return [arm.mean - reach, arm.mean + reach];
}

function armOf(values: readonly number[], field: string): Arm {
  if (values.length < 2)
    throw new RuleBroken(field, say`A trial compares at least two plants of each arm; one alone has no spread.`);
  const all = [...values];
  return { n: all.length, mean: mean(all), standardDeviation: Math.sqrt(sampleVariance(all)) };
}

/**
 * Quantile of Student's t: bisection on its distribution, which is summed by the continued fraction of the incomplete beta function
 * (Press et al. 1992, Numerical Recipes, 6.4). @param p 0.5 to 1 @param df over 0
 */
export function studentQuantile(p: number, df: number): number {
  let [low, high] = [0, 1];
  while (studentBelow(high, df) < p) high *= 2;
  for (let i = 0; i < 80; i++) {
    const middle = (low + high) / 2;
    if (studentBelow(middle, df) < p) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** Share of Student's t below a value of 0 or more. */
function studentBelow(t: number, df: number): number {
  return 1 - incompleteBeta(df / (df + t * t), df / 2, 0.5) / 2;
}

function incompleteBeta(x: number, a: number, b: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  const front = Math.exp(logGamma(a + b) - logGamma(a) - logGamma(b) + a * Math.log(x) + b * Math.log(1 - x));
  return x < (a + 1) / (a + b + 2) ? (front * betaFraction(x, a, b)) / a : 1 - (front * betaFraction(1 - x, b, a)) / b;
}

const TINY = 1e-300;
const apart = (value: number) => (Math.abs(value) < TINY ? TINY : value);

function betaFraction(x: number, a: number, b: number): number {
  let c = 1;
  let d = 1 / apart(1 - ((a + b) * x) / (a + 1));
  let h = d;
  for (let m = 1; m <= 300; m++) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m));
    d = 1 / apart(1 + even * d);
    c = apart(1 + even / c);
    h *= d * c;
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1));
    d = 1 / apart(1 + odd * d);
    c = apart(1 + odd / c);
    const step = d * c;
    h *= step;
    if (Math.abs(step - 1) < 1e-12) break;
  }
  return h;
}

/** Lanczos (1964), with the coefficients of Numerical Recipes. */
function logGamma(x: number): number {
  const series = [
    76.1800917294715, -86.5053203294168, 24.01409824083091, -1.231739572450155, 0.1208650973866179e-2,
    -0.5395239384953e-5,
  ];
  const sum = series.reduce((s, c, i) => s + c / (x + 1 + i), 1.00000000019);
  const at = x + 5.5;
  return Math.log((2.506628274631 * sum) / x) - at + (x + 0.5) * Math.log(at);
}
