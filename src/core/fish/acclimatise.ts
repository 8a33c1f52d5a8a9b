import { say } from '../words/words';
import { requireWithin } from '../errors';

export interface WaterState {
  tempC: number;
  pH: number;
}

export interface Acclimatisation {
  temperatureC: number;
  pH: number;
  minutes: number;
  steps: string[];
}

/** Slowest that is kind to fish: °C and pH units an hour. Planning default of extension advice. */
const C_PER_HOUR = 4;
const PH_PER_HOUR = 0.6;
/** Smaller differences than these need no mixing. */
const NO_CARE = { tempC: 0.5, pH: 0.15 };
/** Most that can be bridged in one go; more needs a halfway tank. */
const MOST = { tempC: 8, pH: 1.5 };

/**
 * How to bring fish from one water into another: minutes by the slower of temperature and pH, in four mixings.
 * Same water needs none. @param from tempC 0 to 40, pH 4 to 10
 */
export function acclimatisation(from: WaterState, to: WaterState): Acclimatisation {
  for (const water of [from, to]) {
    requireWithin('tempC', water.tempC, [-2, 45]);
    requireWithin('pH', water.pH, [3, 11]);
  }
  const temperatureC = to.tempC - from.tempC;
  const pH = to.pH - from.pH;
  const [warm, sour] = [Math.abs(temperatureC), Math.abs(pH)];
  if (warm < NO_CARE.tempC && sour < NO_CARE.pH) return { temperatureC, pH, minutes: 0, steps: [] };
  const minutes = Math.max(20, Math.ceil((Math.max(warm / C_PER_HOUR, sour / PH_PER_HOUR) * 60) / 5 - 1e-9) * 5);
  const pause = Math.ceil(minutes / 5);
  const steps = [
    say`Float or stand the closed bags or tote in the new water for ${pause} minutes, air on`,
    ...[1, 2, 3].map((n) => say`Swap a quarter of the water for new water, wait ${pause} minutes (${n} of 3)`),
    say`Release quietly without the transport water; count and note any dead`,
  ];
  if (warm > MOST.tempC || sour > MOST.pH) {
    steps.unshift(say`The difference is too wide for one go: use a tank halfway between for a day`);
  }
  return { temperatureC, pH, minutes, steps };
}
