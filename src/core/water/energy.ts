import { requireWithin } from '../errors';
import type { LoopFact } from '../facts/farm';
import { addDays, fromMonths, type Day } from '../quantity/days';
import { plannedWaterC } from './plannedTemperature';

/** Heat to hold a difference for a day, kWh: U·A·ΔT·24 h. @param differenceC −30 to 30 */
export function holdingKwhPerDay(lossWPerC: number, differenceC: number): number {
  requireWithin('lossWPerC', lossWPerC, [0, 1e6]);
  requireWithin('differenceC', differenceC, [-30, 30]);
  return (lossWPerC * Math.abs(differenceC) * 24) / 1000;
}

/** Heat to bring water to another temperature once, kWh: V·4.186·ΔT/3600. */
export function warmingKwh(volumeL: number, differenceC: number): number {
  requireWithin('volumeL', volumeL, [0, 1e8]);
  return (volumeL * 4.186 * Math.abs(differenceC)) / 3600;
}

/** Heating and cooling of one loop over a run of days as planned, minor units. Steady state: daily changes are small beside losses. */
export function temperatureCost(loop: LoopFact, from: Day, days: number): { heatMinor: number; coolMinor: number } {
  const energy = loop.lifeSupport.energy;
  const cost = { heatMinor: 0, coolMinor: 0 };
  if (!energy) return cost;
  for (let i = 0; i < days; i++) {
    const day = addDays(from, i);
    const difference = plannedWaterC(loop, day) - fromMonths(energy.unheatedC, day);
    const kwh = holdingKwhPerDay(energy.lossWPerC, Math.max(-30, Math.min(30, difference)));
    if (difference > 0) cost.heatMinor += kwh * energy.heatMinorPerKwh;
    else cost.coolMinor += (kwh / energy.chillerCop) * energy.coolMinorPerKwh;
  }
  return cost;
}
