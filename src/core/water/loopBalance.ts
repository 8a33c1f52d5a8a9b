import { formatLoad, formatNumber, type UnitChoice } from '../quantity/units';
import type { FarmForecast } from '../facts/forecast';
import type { LoopFact } from '../facts/farm';

/** Nitrogen given, percent of what plants take up: under 100 they take more than the fish give. The upper end is a planning default. */
export const N_BAND_PERCENT: readonly [low: number, high: number] = [100, 200];

type Limits = Pick<LoopFact, 'bandGM2' | 'school' | 'bandNPercent'>;

export const isByNitrogen = (loop: Pick<LoopFact, 'school'>): boolean => loop.school === 'nitrogen';

/** Between what a loop is comfortable: g feed per planted m² and day, or nitrogen given in percent of what is taken up. */
export function bandOf(loop: Limits): readonly [low: number, high: number] {
  return isByNitrogen(loop) ? (loop.bandNPercent ?? N_BAND_PERCENT) : loop.bandGM2;
}

/** The loop's balance in its own school, day by day; NaN while nothing is planted. */
export function balanceSeries(forecast: FarmForecast, loop: Pick<LoopFact, 'id' | 'school'>): number[] {
  const series = forecast.loops.get(loop.id);
  if (!series) return [];
  const { uptakeG } = series;
  if (isByNitrogen(loop) && uptakeG)
    return Array.from(series.ammoniaG, (given, day) => (uptakeG[day]! > 1e-6 ? (given / uptakeG[day]!) * 100 : NaN));
  return Array.from(series.feedG, (feed, day) =>
    series.plantedAreaM2[day]! > 0.01 ? feed / series.plantedAreaM2[day]! : NaN,
  );
}

/** A figure of that series as it is said. */
export function formatBalance(value: number, loop: Pick<LoopFact, 'school'>, units: UnitChoice): string {
  return isByNitrogen(loop) ? `${formatNumber(value)} %` : formatLoad(value, units);
}
