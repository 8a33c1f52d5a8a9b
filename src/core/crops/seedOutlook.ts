import type { Crop } from '../library/types';
import type { PlanStep } from '../facts/step';
import { goodsCodes } from './recipes';
import { addDays, type Day } from '../quantity/days';

/** Days from ordering seed until it is here. Planning default. */
export const SEED_LEAD_DAYS = 10;

export interface SeedOutlook {
  cropCode: string;
  left: number;
  /** The planned sowing for which it no longer suffices; null: it lasts as long as the plan. */
  shortOn: Day | null;
  /** Seeds that the plan sows and the store lacks. */
  lacks: number;
  orderBy: Day | null;
}

/**
 * How long the seed in store lasts the sowings that are planned, and when more must be ordered; recipes of one thing are sown from one seed.
 * @param left seeds by crop
 * @param crops of the farm: what is sown from which seed, and how long seed takes to come
 */
export function seedOutlook(
  left: ReadonlyMap<string, number>,
  plan: readonly PlanStep[],
  crops: readonly Pick<Crop, 'code' | 'recipeOf' | 'seedLeadDays'>[] = [],
): SeedOutlook[] {
  const leadOf = new Map(crops.map((c) => [c.code, c.seedLeadDays]));
  const sowings = plan.filter((s) => s.kind === 'sow' && s.cropCode).sort((a, b) => (a.day < b.day ? -1 : 1));
  const byCrop = new Map<string, PlanStep[]>();
  const seedOf = goodsCodes(crops);
  for (const s of sowings) {
    const seed = seedOf.get(s.cropCode!) ?? s.cropCode!;
    byCrop.set(seed, [...(byCrop.get(seed) ?? []), s]);
  }
  return [...new Set([...left.keys(), ...byCrop.keys()])].map((cropCode) => {
    const store = left.get(cropCode) ?? 0;
    const own = byCrop.get(cropCode) ?? [];
    let used = 0;
    const short = own.find((s) => (used += s.count) > store);
    const all = own.reduce((sum, s) => sum + s.count, 0);
    return {
      cropCode,
      left: store,
      shortOn: short?.day ?? null,
      lacks: Math.max(0, all - store),
      orderBy: short ? addDays(short.day, -(leadOf.get(cropCode) ?? SEED_LEAD_DAYS)) : null,
    };
  });
}
