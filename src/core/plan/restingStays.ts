import { byRest, cornerPlaces } from '../crops/winterRest';
import type { FarmFacts } from '../facts/farm';
import type { PlantStay } from '../facts/forecast';

/** Stays parted where perennials go to rest and come forward: they hold fewer places meanwhile. Day index 0 is `today`. */
export function partedByRest(stays: PlantStay[], { crops, today }: Pick<FarmFacts, 'crops' | 'today'>): PlantStay[] {
  const resting = new Map(crops.filter((c) => c.rest).map((c) => [c.code, c]));
  if (resting.size === 0) return stays;
  const parted: PlantStay[] = [];
  for (const stay of stays) {
    const crop = resting.get(stay.cropCode);
    if (!crop || stay.stage === null) parted.push(stay);
    else
      for (const { part, rests } of byRest(crop, stay, today))
        parted.push(rests ? { ...part, positions: cornerPlaces(crop, part.plants) } : part);
  }
  return parted;
}
