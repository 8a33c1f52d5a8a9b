import { requireWithin } from '../errors';

/**
 * Comfortable feed per planted area and day, g/m². Rakocy (2006) gives 60–100 for rafts in coupled systems;
 * FAO Fisheries and Aquaculture Technical Paper 589 gives 40–100 by crop. Decoupled: planning default.
 */
export const FEED_BAND_G_M2 = { coupled: [60, 100], decoupled: [30, 60], bench: [30, 80] } as const;

export type BalanceState = 'hungry' | 'balanced' | 'rich' | 'unplanted';

/** Feed offered per planted m² and day, and how that sits in the band. No planted area is a state of its own. */
export function feedBalance(feedGPerDay: number, plantedAreaM2: number, [low, high]: readonly [number, number]) {
  requireWithin('feedGPerDay', feedGPerDay, [0, 1e9]);
  requireWithin('plantedAreaM2', plantedAreaM2, [0, 1e7]);
  if (plantedAreaM2 < 0.01) return { gM2Day: null, state: 'unplanted' as BalanceState };
  const gM2Day = feedGPerDay / plantedAreaM2;
  const state: BalanceState = gM2Day < low ? 'hungry' : gM2Day > high ? 'rich' : 'balanced';
  return { gM2Day, state };
}
