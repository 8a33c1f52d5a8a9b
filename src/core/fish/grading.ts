import { say } from '../words/words';
import { RuleBroken } from '../errors';
import type { FishFact } from '../facts/farm';
import {
  equalGroups,
  freshSpread,
  meanRelative,
  shareAbove,
  takeLargest,
  totalShare,
  type SizeBin,
} from './sizeSpread';

export interface Grade {
  count: number;
  meanG: number;
  /** Coefficient of variation of weight. */
  cv: number;
  /** Sizes over the mean, groups of equally many fish, the smallest first; absent: spread as `cv` says. */
  sizes?: readonly number[];
}

/** Mean and spread of bins around a reference weight. */
export function gradeOf(bins: readonly SizeBin[], referenceG: number, count: number): Grade {
  const total = totalShare(bins);
  const mean = meanRelative(bins);
  const variance = total > 0 ? bins.reduce((sum, b) => sum + b.share * (b.relative - mean) ** 2, 0) / total : 0;
  return { count, meanG: referenceG * mean, cv: Math.sqrt(variance) / mean, sizes: equalGroups(bins) };
}

/** Mean weight of the fish that are in a tank, g: of a cohort whose largest have gone it is less than that of the undivided one. */
export const meanWeightG = ({ bins, referenceG }: Pick<FishFact, 'bins' | 'referenceG'>): number =>
  referenceG * meanRelative(bins);

/**
 * Parts a cohort at a size: what the forecast expects in each box before anyone has graded.
 * @param thresholdG fish of this weight and over are the large ones
 * @throws {RuleBroken} field `thresholdG`, when all fish would fall on one side
 */
export function gradeAt(bins: readonly SizeBin[], referenceG: number, count: number, thresholdG: number) {
  const part = shareAbove(bins, referenceG, thresholdG);
  if (part <= 0.001 || part >= 0.999) {
    const [least, most] = [bins[0]!.relative * referenceG, bins.at(-1)!.relative * referenceG];
    const side = part <= 0.001 ? 'smaller' : 'larger';
    throw new RuleBroken(
      'thresholdG',
      say`Nearly all fish are ${side} than that: they weigh about ${Math.round(least)} to ${Math.round(most)} g. Choose a size between.`,
    );
  }
  const { taken, left } = takeLargest(bins, part);
  const large = Math.round(count * part);
  return { large: gradeOf(taken, referenceG, large), small: gradeOf(left, referenceG, count - large), part };
}

/** One lot out of several: the mean weighs by count, the spread is that of all fish together. */
export function merged(grades: readonly Grade[]): Grade {
  const count = grades.reduce((sum, g) => sum + g.count, 0);
  if (count <= 0) throw new RuleBroken('count', say`There are no fish to put together.`);
  const meanG = grades.reduce((sum, g) => sum + g.count * g.meanG, 0) / count;
  const variance =
    grades.reduce((sum, g) => sum + g.count * ((g.cv * g.meanG) ** 2 + (g.meanG - meanG) ** 2), 0) / count;
  const bins = grades.flatMap((g) =>
    spreadOf(g).map((bin) => ({ relative: (bin.relative * g.meanG) / meanG, share: (bin.share * g.count) / count })),
  );
  return { count, meanG, cv: Math.min(1, Math.sqrt(variance) / meanG), sizes: equalGroups(bins) };
}

/** How many fish a weighed box holds, from the mean of a few weighed singly. */
export function countByWeight(massG: number, meanG: number): number {
  if (!(massG > 0) || !(meanG > 0))
    throw new RuleBroken('massG', say`Give the weight of the box and the mean of one fish, both over 0.`);
  return Math.round(massG / meanG);
}

/** Size bins of a graded lot: the sizes it was parted with, or as spread as it was found to be. */
export const spreadOf = ({ cv, sizes }: Pick<Grade, 'cv' | 'sizes'>): SizeBin[] =>
  sizes ? sizes.map((relative) => ({ relative, share: 1 / sizes.length })) : freshSpread(Math.max(0.01, cv));
