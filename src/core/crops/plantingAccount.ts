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
