import type { Crop } from '../library/types';
import type { PlaceFact } from '../facts/farm';
import type { PlanStep } from '../facts/step';
import type { Day } from '../quantity/days';
import { goodsCodes } from './recipes';

/** A planned sowing that is due, and how much of it can be sown now. */
export interface Sowable {
  step: PlanStep;
  /** Seeds that both the bench and the seed store have room and seed for. */
  seeds: number;
  /** What holds the rest back; null: nothing does. */
  short: 'bench' | 'seed' | null;
}

interface SowableArgs {
  /** Open sowings. */
  steps: readonly PlanStep[];
  day: Day;
  benches: readonly Pick<PlaceFact, 'id' | 'positions'>[];
  /** Places held on each bench now. */
  held: ReadonlyMap<string, number>;
  /** Seeds in store by crop. */
  store: ReadonlyMap<string, number>;
  /** Crops of the farm: what is sown from which seed. */
  crops: readonly Pick<Crop, 'code' | 'recipeOf'>[];
}

/**
 * What of the sowings due by a day can be sown: the oldest first, each as far as bench and seed go. A bench whose places are not
 * counted holds any number.
 */
export function sowableNow({ steps, day, benches, held, store, crops }: SowableArgs): Sowable[] {
  const room = new Map(
    benches.map((b) => [b.id, b.positions === null ? Infinity : Math.max(0, b.positions - (held.get(b.id) ?? 0))]),
  );
  const seed = new Map(store);
  const seedOf = goodsCodes(crops);
  return steps
    .filter((s) => s.kind === 'sow' && s.day <= day)
    .sort((a, b) => (a.day === b.day ? a.lotCode.localeCompare(b.lotCode) : a.day < b.day ? -1 : 1))
    .map((step) => {
      const free = room.get(step.toPlaceId!) ?? 0;
      const sownFrom = seedOf.get(step.cropCode!) ?? step.cropCode!;
      const left = seed.get(sownFrom) ?? 0;
      const seeds = Math.min(step.count, free, left);
      room.set(step.toPlaceId!, free - seeds);
      seed.set(sownFrom, left - seeds);
      return { step, seeds, short: seeds === step.count ? null : left <= free ? 'seed' : 'bench' };
    });
}
