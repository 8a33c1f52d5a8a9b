import type { Crop } from '../library/types';
import type { PlaceFact } from '../facts/farm';
import type { PlanStep } from '../facts/step';
import { goodsCode } from './recipes';
import type { Day } from '../quantity/days';

/** More of one crop than this is said on the sow list unless the farm has set its own, percent of area. Planning default. */
export const DIVERSITY_PERCENT = 50;

interface MostOfOneArgs {
  crops: readonly Crop[];
  places: readonly Pick<PlaceFact, 'id' | 'kind'>[];
  /** Open steps. */
  steps: readonly PlanStep[];
  from: Day;
}

/** The crop that takes most of the bed area planned to be planted from a day on, and its share (0 to 1); null: nothing is planned. */
export function mostOfOne({ crops, places, steps, from }: MostOfOneArgs): { crop: Crop; share: number } | null {
  const byCode = new Map(crops.map((c) => [c.code, c]));
  const beds = new Set(places.filter((p) => p.kind === 'bed').map((p) => p.id));
  const areaM2 = new Map<Crop, number>();
  for (const s of steps) {
    const crop = byCode.get(s.cropCode ?? '');
    if (s.kind !== 'transplant' || s.day < from || !crop || !beds.has(s.toPlaceId ?? '')) continue;
    const goods = byCode.get(goodsCode(crop)) ?? crop;
    areaM2.set(goods, (areaM2.get(goods) ?? 0) + s.count / crop.finalPerM2);
  }
  const all = [...areaM2.values()].reduce((a, b) => a + b, 0);
  const [first] = [...areaM2].sort(([, a], [, b]) => b - a);
  return first && all > 0 ? { crop: first[0], share: first[1] / all } : null;
}
