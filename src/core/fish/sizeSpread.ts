import { probit } from 'simple-statistics';
import { requireWithin } from '../errors';

/**
 * How sizes are spread in a cohort: equal-count bins, smallest first. Each bin keeps its relative size
 * (its weight over the mean of the undivided cohort), so growth moves one number, the reference weight, and
 * taking the largest out of a tank leaves the rest right.
 */
export interface SizeBin {
  /** Weight of the bin's fish over the reference weight. */
  relative: number;
  /** Share of the undivided cohort's fish that are still in this bin; all together at most 1. */
  share: number;
}

/** Enough that a bin is under 5 % of the fish. */
export const BIN_COUNT = 21;

/**
 * Log-normal spread with mean 1 and the given coefficient of variation.
 * @param cv 0 to 1 @returns bins whose shares add up to 1 and whose mean relative size is 1
 */
export function freshSpread(cv: number, bins = BIN_COUNT): SizeBin[] {
  requireWithin('cv', cv, [0, 1]);
  const sigma = Math.sqrt(Math.log(1 + cv * cv));
  const raw = Array.from({ length: bins }, (_, i) => Math.exp(sigma * probit((i + 0.5) / bins)));
  const mean = raw.reduce((sum, x) => sum + x, 0) / bins;
  return raw.map((x) => ({ relative: x / mean, share: 1 / bins }));
}

export function totalShare(bins: readonly SizeBin[]): number {
  return bins.reduce((sum, bin) => sum + bin.share, 0);
}

/** Mean weight over the reference weight. 1 for a fresh spread; below 1 once the largest have gone. */
export function meanRelative(bins: readonly SizeBin[]): number {
  const total = totalShare(bins);
  return total > 0 ? bins.reduce((sum, bin) => sum + bin.share * bin.relative, 0) / total : 1;
}

/** The same fish in groups of equally many, the smallest first: each group's mean weight over the mean of all. */
export function equalGroups(bins: readonly SizeBin[], groups = BIN_COUNT): number[] {
  const [total, mean] = [totalShare(bins), meanRelative(bins)];
  if (total <= 0) return [1];
  let left = [...bins].sort((a, b) => a.relative - b.relative);
  return Array.from({ length: groups }, (_, i) => {
    const { taken, left: smaller } = takeLargest(left, i === groups - 1 ? 1 : 1 / (groups - i));
    left = smaller;
    return meanRelative(taken) / mean;
  }).reverse();
}

/** Share of the fish now present that weigh at least `targetG`. Bins are cut smoothly at the threshold. */
export function shareAbove(bins: readonly SizeBin[], referenceG: number, targetG: number): number {
  const total = totalShare(bins);
  if (total <= 0) return 0;
  let above = 0;
  bins.forEach((bin, i) => {
    const low = i > 0 ? (bins[i - 1]!.relative + bin.relative) / 2 : bin.relative * 0.95;
    const high = i < bins.length - 1 ? (bin.relative + bins[i + 1]!.relative) / 2 : bin.relative * 1.05;
    const cut = targetG / referenceG;
    const part = high > low ? (high - cut) / (high - low) : bin.relative >= cut ? 1 : 0;
    above += bin.share * Math.min(1, Math.max(0, part));
  });
  return above / total;
}

/**
 * Takes a share of the present fish, largest first.
 * @param part 0 to 1 of the fish now present
 * @returns the two halves; their shares add up to what was there
 */
export function takeLargest(bins: readonly SizeBin[], part: number): { taken: SizeBin[]; left: SizeBin[] } {
  requireWithin('part', part, [0, 1]);
  let wanted = totalShare(bins) * part;
  const taken: SizeBin[] = [];
  const left: SizeBin[] = [];
  for (let i = bins.length - 1; i >= 0; i--) {
    const bin = bins[i]!;
    const moved = Math.min(bin.share, wanted);
    wanted -= moved;
    if (moved > 1e-12) taken.push({ relative: bin.relative, share: moved });
    if (bin.share - moved > 1e-12) left.push({ relative: bin.relative, share: bin.share - moved });
  }
  return { taken: taken.reverse(), left: left.reverse() };
}

/**
 * Takes a share of the present fish, those nearest to a size first, as when one grade is netted.
 * @param part 0 to 1 of the fish now present @param relative size wanted, over the reference weight
 * @returns the two halves; their shares add up to what was there
 */
export function takeNearest(
  bins: readonly SizeBin[],
  part: number,
  relative: number,
): { taken: SizeBin[]; left: SizeBin[] } {
  requireWithin('part', part, [0, 1]);
  const near = (bin: SizeBin) => -Math.abs(Math.log(bin.relative / relative));
  const byNearness = [...bins].sort((a, b) => near(a) - near(b));
  const { taken, left } = takeLargest(byNearness, part);
  const bySize = (a: SizeBin, b: SizeBin) => a.relative - b.relative;
  return { taken: taken.sort(bySize), left: left.sort(bySize) };
}
