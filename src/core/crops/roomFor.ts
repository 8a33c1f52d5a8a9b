import type { Crop } from '../library/types';
import type { PlaceFact, PlantingFact } from '../plan/types';
import { bedStages, placesHeld } from './recipe';

interface RoomArgs {
  bed: Pick<PlaceFact, 'id' | 'positions'>;
  plantings: readonly PlantingFact[];
  crops: readonly Crop[];
}

/** Places of a bed that nothing stands in now; null where the bed has no number of places. */
export function placesFree({ bed, plantings, crops }: RoomArgs): number | null {
  if (bed.positions === null) return null;
  const byCode = new Map(crops.map((c) => [c.code, c]));
  const held = plantings
    .filter((p) => p.placeId === bed.id)
    .reduce((sum, p) => sum + placesHeld(byCode.get(p.cropCode)!, p.stage ?? 0, p.count), 0);
  return bed.positions - held;
}

/** Plants of a crop at a stage that so many places have room for. @param stage from 0 */
export function plantsThatFit(crop: Crop, stage: number, places: number): number {
  const stages = bedStages(crop);
  const here = stages[Math.min(stage, stages.length - 1)]!;
  return Math.max(0, Math.floor((places * Math.max(here.perM2, stages.at(-1)!.perM2)) / stages.at(-1)!.perM2));
}
