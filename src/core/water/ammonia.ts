import { requireWithin } from '../errors';

/** Emerson, Russo, Lund & Thurston (1975), J. Fish. Res. Board Can. 32: 2379–2383: pKa = a + b/T. */
const EMERSON_1975 = { a: 0.09018, bK: 2729.92, zeroCelsiusK: 273.15 } as const;

/**
 * Share of the total ammonia nitrogen that is un-ionised: the part that harms gills. Fresh water only.
 * @param pH 6 to 10, the published table's range (5 to 10 is accepted: below 6 the share is next to nothing)
 * @param waterTempC 0 to 35 °C
 * @returns 0 to 1
 * @throws {RuleBroken} naming the field, outside its range
 */
export function unionisedShare(pH: number, waterTempC: number): number {
  requireWithin('pH', pH, [5, 10]);
  requireWithin('waterTempC', waterTempC, [0, 35]);
  const pKa = EMERSON_1975.a + EMERSON_1975.bK / (waterTempC + EMERSON_1975.zeroCelsiusK);
  return 1 / (1 + 10 ** (pKa - pH));
}

/** Part of feed protein that leaves the fish as ammonia nitrogen. Timmons & Ebeling, Recirculating Aquaculture. */
const TAN_PER_PROTEIN = 0.092;

/** Total ammonia nitrogen from a day's feed, g/day. @param proteinFraction 0.1 to 0.7 */
export function ammoniaFromFeedG(feedGPerDay: number, proteinFraction: number): number {
  requireWithin('feedGPerDay', feedGPerDay, [0, 1e9]);
  requireWithin('proteinFraction', proteinFraction, [0.1, 0.7]);
  return feedGPerDay * proteinFraction * TAN_PER_PROTEIN;
}
