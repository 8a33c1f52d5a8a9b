import type { BedStage, Crop } from '../library/types';

type Staged = Pick<Crop, 'stages' | 'finalDays' | 'finalPerM2'>;

/** Seedlings for sale: they are picked from the bench, by the tray, and never stand in a bed. */
export const soldFromBench = (crop: Pick<Crop, 'finalDays'>): boolean => crop.finalDays === 0;

/** The stages of a crop in its bed, in order; one where it is planted once. */
export function bedStages(crop: Staged): readonly BedStage[] {
  return crop.stages && crop.stages.length > 0 ? crop.stages : [{ days: crop.finalDays, perM2: crop.finalPerM2 }];
}

/** The number of the last stage, from 0: the one it is picked in. */
export const lastStage = (crop: Staged): number => (crop.stages ? bedStages(crop).length - 1 : 0);

/** Reference days from the beginning of a stage to the first cut; of seedlings for sale from sowing. @param stage from 0 */
export function daysFromStage(crop: Staged & Pick<Crop, 'nurseryDays'>, stage: number): number {
  if (soldFromBench(crop)) return crop.nurseryDays;
  // Asked for every planting of a forecast: most crops are planted once.
  if (!crop.stages) return crop.finalDays;
  return bedStages(crop)
    .slice(stage)
    .reduce((sum, s) => sum + s.days, 0);
}

/**
 * Places that plants hold in a bed: one each at their final spacing, a part of one while they stand denser. A place is the
 * room of one plant at its final spacing, so a bed of 660 places is full of whatever mix adds up to 660.
 * @param stage from 0
 */
export function placesHeld(crop: Staged, stage: number, plants: number): number {
  if (!crop.stages) return plants;
  const stages = bedStages(crop);
  const here = stages[Math.min(stage, stages.length - 1)]!;
  return Math.ceil((plants * stages.at(-1)!.perM2) / Math.max(here.perM2, stages.at(-1)!.perM2) - 1e-9);
}

/** What is wrong with the stages of a recipe, in words of the field; null: nothing. */
export function stageFault(stages: readonly BedStage[]): { at: number; why: 'days' | 'room' | 'denser' } | null {
  for (const [at, stage] of stages.entries()) {
    if (!(stage.days >= 1)) return { at, why: 'days' };
    if (!(stage.perM2 > 0)) return { at, why: 'room' };
    if (at > 0 && stage.perM2 > stages[at - 1]!.perM2) return { at, why: 'denser' };
  }
  return null;
}
