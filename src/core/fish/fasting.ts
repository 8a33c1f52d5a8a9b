import type { Species } from '../library/types';

/** What unfed fish lose in a day at the species' best temperature, share of body weight. Planning default. */
export const FASTING_LOSS_PER_DAY = 0.005;

/** Ten degrees more make a resting fish use so many times as much. Clarke & Johnston (1999), J. Anim. Ecol. 68: 893–905, over 69 species. */
const PER_TEN_DEGREES = 1.83;

type Fasting = Pick<Species, 'tempOptC'>;

/** How fast a fish lives against its best temperature; 1 there. */
const paceOfLife = ({ tempOptC }: Fasting, waterC: number): number => PER_TEN_DEGREES ** ((waterC - tempOptC) / 10);

/** Share of its weight that an unfed fish loses in a day in water of a temperature. @param waterC °C */
export function fastingLoss(species: Fasting, waterC: number): number {
  return FASTING_LOSS_PER_DAY * paceOfLife(species, waterC);
}

/** What is left of a weight after unfed days, 0 to 1. @param waterC one °C a day */
export function keptUnfed(species: Fasting, waterC: readonly number[]): number {
  return waterC.reduce((kept, c) => kept * (1 - fastingLoss(species, c)), 1);
}

const MOST_PURGE_DAYS = 30;

/**
 * Days of purging in water of a temperature: cold fish clear slowly, at the pace at which they live; warmer than their best they get
 * no less than the species' days. Whole days, to the nearest; 0 where the species is not purged. The taste decides.
 */
export function purgeDaysAt(species: Fasting & Pick<Species, 'purgeDays'>, waterC: number): number {
  const longer = Math.max(1, 1 / paceOfLife(species, waterC));
  return Math.min(MOST_PURGE_DAYS, Math.round(species.purgeDays * longer));
}
