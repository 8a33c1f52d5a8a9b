import type { Crop } from '../library/types';
import type { PlaceFact, PlantingFact } from '../facts/farm';
import type { Day } from '../quantity/days';
import { bedStages, placesHeld } from './recipe';
import { cornerPlaces, isResting } from './winterRest';

interface RoomArgs {
  bed: Pick<PlaceFact, 'id' | 'positions'>;
  plantings: readonly PlantingFact[];
  crops: readonly Crop[];
  today: Day;
}

/** Places of a bed that nothing stands in now; null where the bed has no number of places. */
export function placesFree({ bed, plantings, crops, today }: RoomArgs): number | null {
  if (bed.positions === null) return null;
  const byCode = new Map(crops.map((c) => [c.code, c]));
  const held = plantings
    .filter((p) => p.placeId === bed.id)
    .reduce((sum, p) => sum + placesNow(byCode.get(p.cropCode)!, { stage: p.stage ?? 0, plants: p.count, today }), 0);
  return bed.positions - held;
}

/** Places that plants in a bed hold on a day: fewer while they rest. @param stage from 0 */
export const placesNow = (crop: Crop, { stage, plants, today }: { stage: number; plants: number; today: Day }) =>
  isResting(crop, today) ? cornerPlaces(crop, plants) : placesHeld(crop, stage, plants);

/** Plants of a crop at a stage that so many places have room for. @param stage from 0 */
export function plantsThatFit(crop: Crop, stage: number, places: number): number {
  const stages = bedStages(crop);
  const here = stages[Math.min(stage, stages.length - 1)]!;
  return Math.max(0, Math.floor((places * Math.max(here.perM2, stages.at(-1)!.perM2)) / stages.at(-1)!.perM2));
}
