import { plural, say } from '../words/words';
import { median } from 'simple-statistics';
import { RuleBroken } from '../errors';
import type { LengthWeight } from './lengthWeight';
import { weightFromLengthG } from './lengthWeight';
import { formatNumber } from '../quantity/units';

export interface SampleGiven {
  /** Single weights, g. */
  weightsG: number[];
  /** Lengths in cm, in the order of the weights when both were taken. */
  lengthsCm: number[];
  /** A bulk weighing: so many fish weighed together. */
  bulk: { count: number; totalG: number } | null;
}

export interface SampleRead {
  meanG: number;
  count: number;
  weightsG: number[];
  lengthsCm: number[];
  /** Whether weights were worked out from lengths. */
  byLength: boolean;
}

/**
 * Reads what was weighed or measured. Lengths alone become weights by the species' length–weight relation.
 * @throws {RuleBroken} on an empty sample, a sample of zero, or weights and lengths that do not pair
 */
export function readSample(given: SampleGiven, relation: LengthWeight): SampleRead {
  const { weightsG, lengthsCm, bulk } = given;
  if (bulk) {
    if (!(bulk.count >= 1)) throw new RuleBroken('bulkCount', say`A bulk weighing needs at least 1 fish.`);
    if (!(bulk.totalG > 0)) throw new RuleBroken('bulkG', say`The fish together must weigh more than 0.`);
    return {
      meanG: bulk.totalG / bulk.count,
      count: bulk.count,
      weightsG: [bulk.totalG / bulk.count],
      lengthsCm: [],
      byLength: false,
    };
  }
  if (weightsG.length === 0 && lengthsCm.length === 0) {
    throw new RuleBroken('weightsG', say`Nothing was weighed or measured. Give weights, lengths, or a bulk weighing.`);
  }
  if (weightsG.some((g) => !(g > 0)))
    throw new RuleBroken('weightsG', say`A fish weighs more than 0: leave out empty weighings.`);
  if (lengthsCm.some((l) => !(l > 0)))
    throw new RuleBroken('lengthsCm', say`A fish is longer than 0: leave out empty measures.`);
  if (weightsG.length > 0 && lengthsCm.length > 0 && weightsG.length !== lengthsCm.length) {
    throw new RuleBroken(
      'lengthsCm',
      say`${weightsG.length} weights and ${lengthsCm.length} lengths do not pair: give as many of each, or only one kind.`,
    );
  }
  const byLength = weightsG.length === 0;
  const weights = byLength ? lengthsCm.map((l) => weightFromLengthG(l, relation)) : weightsG;
  const meanG = weights.reduce((sum, g) => sum + g, 0) / weights.length;
  return { meanG, count: weights.length, weightsG: weights, lengthsCm, byLength };
}

interface SampleQuestionsArgs {
  sample: SampleRead;
  expectedG: number;
  cv: number;
  relation: LengthWeight;
}

/**
 * What looks odd in a sample and should be asked about, never refused: a likely wrong unit, single outliers far from
 * the rest (over 4 robust standard deviations), a mean far from the forecast, fish shorter or longer than their weight allows.
 * @param expectedG what the forecast says, g @param cv usual spread of the species
 */
export function sampleQuestions({ sample, expectedG, cv, relation }: SampleQuestionsArgs): string[] {
  const questions: string[] = [];
  const ratio = sample.meanG / expectedG;
  const grams = (g: number) => formatNumber(g, g < 10 ? 1 : 0);
  if (ratio < 0.02)
    questions.push(
      say`The mean is ${grams(sample.meanG)} g and the forecast says ${grams(expectedG)} g. Were they typed in kilograms?`,
    );
  else if (ratio > 50)
    questions.push(
      say`The mean is ${grams(sample.meanG)} g and the forecast says ${grams(expectedG)} g. Were they typed in milligrams, or several fish together?`,
    );
  else if (ratio < 0.6 || ratio > 1.6)
    questions.push(
      say`The mean is ${grams(sample.meanG)} g, the forecast said ${grams(expectedG)} g. Right tank, right fish?`,
    );
  const middle = median(sample.weightsG);
  const usual = Math.max(0.05, cv) * middle;
  const odd = sample.weightsG.filter((g) => Math.abs(g - middle) > 4 * usual);
  if (odd.length > 0 && odd.length < sample.weightsG.length / 2) {
    questions.push(
      say`${odd.map((g) => `${grams(g)} g`).join(', ')} ${plural(odd.length, 'lies', 'lie')} far from the rest (about ${grams(middle)} g). Keep ${plural(odd.length, 'it', 'them')}?`,
    );
  }
  if (!sample.byLength && sample.lengthsCm.length > 0) {
    const thin = sample.weightsG.filter((g, i) => {
      const usualG = weightFromLengthG(sample.lengthsCm[i]!, relation);
      return g < usualG * 0.6 || g > usualG * 1.6;
    });
    if (thin.length > 0)
      questions.push(
        say`${thin.length} of ${sample.weightsG.length} fish weigh far from what their length suggests. Are weights and lengths in the same order?`,
      );
  }
  return questions;
}
