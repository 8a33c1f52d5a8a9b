import type { Crop } from '../library/types';
import { expectedYield } from './quantities';

/** A picking of a planting: pieces, or g for crops sold by weight. */
export interface Picked {
  cut: number;
  quantity: number;
}

export interface PlantingCounts {
  sown: number;
  /** Counted on the bench; null: not counted. */
  cameUp: number | null;
  /** Plants that went into beds. */
  transplanted: number;
  lost: number;
  picked: readonly Picked[];
}

export interface CutAccount {
  cut: number;
  /** Pieces, or g for crops sold by weight. */
  picked: number;
  expected: number;
}

export interface PlantingAccount {
  /** Share of the seeds that came up; null: not counted. */
  germination: number | null;
  /** Plants that went into beds for each that came up (or, not counted, for each seed); null while on the bench. */
  toBed: number | null;
  /** Share of the plants in beds that were lost there; null while on the bench. */
  lossInBed: number | null;
  cuts: CutAccount[];
}

/**
 * What became of a planting, against what its recipe expects of the plants that went into beds.
 * @param counts pieces, or g for crops sold by weight
 */
export function plantingAccount(crop: Crop, counts: PlantingCounts): PlantingAccount {
  const { sown, cameUp, transplanted, lost, picked } = counts;
  const byCut = new Map<number, number>();
  for (const { cut, quantity } of picked) byCut.set(cut, (byCut.get(cut) ?? 0) + quantity);
  const ofCut = (cut: number): number => {
    const { units, massG } = expectedYield(crop, transplanted, cut);
    return crop.unit === 'kg' ? massG : units;
  };
  return {
    germination: cameUp === null || sown <= 0 ? null : cameUp / sown,
    toBed: transplanted > 0 ? transplanted / Math.max(1, cameUp ?? sown) : null,
    lossInBed: transplanted > 0 ? lost / transplanted : null,
    cuts: [...byCut.entries()]
      .sort(([a], [b]) => a - b)
      .map(([cut, quantity]) => ({ cut, picked: quantity, expected: ofCut(cut) })),
  };
}

/** A crop picked over a season: what each pick should give, and what those so far gave. Pieces, or g for crops sold by weight. */
export interface YieldCurve {
  points: { pick: number; expected: number; got: number | null }[];
  gotSoFar: number;
  expectedSoFar: number;
  /** Of all its picks by the recipe, and if the rest comes as those so far did against theirs. */
  season: number;
  seasonAtThisPace: number;
}

/**
 * The recipe's picking curve for the plants that went into beds, against the picks there were. Null: the crop is picked in cuts, or
 * nothing was picked or planted yet.
 * @param picked as `PlantingCounts.picked`; picks are numbered from 1
 */
export function yieldCurve(crop: Crop, transplanted: number, picked: readonly Picked[]): YieldCurve | null {
  if (!crop.pickingCurve || transplanted <= 0 || picked.length === 0) return null;
  const got = new Map<number, number>();
  for (const { cut, quantity } of picked) got.set(cut, (got.get(cut) ?? 0) + quantity);
  const points = Array.from({ length: crop.cutsMax }, (_, i) => {
    const { units, massG } = expectedYield(crop, transplanted, i + 1);
    return { pick: i + 1, expected: crop.unit === 'kg' ? massG : units, got: got.get(i + 1) ?? null };
  });
  const last = Math.max(...got.keys());
  const total = (of: (p: (typeof points)[number]) => number) => points.reduce((sum, p) => sum + of(p), 0);
  const expectedSoFar = total((p) => (p.pick <= last ? p.expected : 0));
  const gotSoFar = total((p) => p.got ?? 0);
  const season = total((p) => p.expected);
  const pace = expectedSoFar > 0 ? gotSoFar / expectedSoFar : 1;
  return { points, gotSoFar, expectedSoFar, season, seasonAtThisPace: gotSoFar + (season - expectedSoFar) * pace };
}
