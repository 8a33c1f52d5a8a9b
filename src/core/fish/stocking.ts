import { requireWithin } from '../errors';

/** kg of fish per m³ of water. @throws {RuleBroken} when the tank has no volume */
export function densityKgM3(biomassG: number, volumeL: number): number {
  requireWithin('volumeL', volumeL, [1, 10_000_000]);
  return biomassG / volumeL;
}

/** How deep a raft channel is where the farm has not said what it holds, L for each m². Planning default. */
const CHANNEL_L_PER_M2 = 300;

/** Water of a place, L: as set, else of a raft channel by its area. */
export function waterL(place: { volumeL: number | null; areaM2: number | null }): number {
  return place.volumeL ?? Math.max(1, (place.areaM2 ?? 0) * CHANNEL_L_PER_M2);
}

/** Daily death rate from the survival of a whole stage: m = −ln(S)/days. @param survival above 0, up to 1 */
export function dailyMortality(survival: number, days: number): number {
  requireWithin('survival', survival, [0.01, 1]);
  requireWithin('days', days, [1, 2000]);
  return -Math.log(survival) / days;
}
