import type { FarmFacts } from '../facts/farm';
import { purgeDaysAt } from '../fish/fasting';
import type { Species } from '../library/types';
import type { Day } from '../quantity/days';
import { expectedWaterC } from '../water/plannedTemperature';

/** Days of purging, at least one, for fish out of a tank on a day: by the water they come from. */
export function purgeDaysIn(
  { places, loops }: Pick<FarmFacts, 'places' | 'loops'>,
  species: Species,
  from: { placeId: string | null; day: Day },
): number {
  const loop = loops.find((l) => l.id === places.find((p) => p.id === from.placeId)?.loopId);
  const waterC = loop && !loop.waterUnknown ? expectedWaterC(loop, from.day) : species.tempOptC;
  return Math.max(1, purgeDaysAt(species, waterC));
}
