import type { WeatherTaken } from '../core/acts/effects';
import type { Day } from '../core/quantity/days';
import { learnedClimate, standInClimate, type Climate, type WeatherDay } from '../core/weather/climate';
import type { Tx } from './connection';
import type { Entry } from './ledger';

/** Where nobody has said where the farm is. */
const SOMEWHERE = { latitude: 47, altitudeM: 0 };

export interface PlaceClimate {
  climate: Climate;
  /** Whether the farm's place is known; else it stands somewhere temperate. */
  isPlaced: boolean;
  own: { days: number; from: Day | null; until: Day | null };
}

/** What days are like where the farm stands: the stand-in, with the months that its own weather says enough about. */
export async function farmClimate(tx: Tx): Promise<PlaceClimate> {
  const farm = await tx('farm').first('latitude', 'altitude_m');
  const latitude = farm?.latitude === null ? SOMEWHERE.latitude : Number(farm?.latitude ?? SOMEWHERE.latitude);
  const standIn = standInClimate(latitude, Number(farm?.altitude_m ?? SOMEWHERE.altitudeM));
  const rows: WeatherDay[] = (await tx('weather_day').orderBy('day').select('day', 'air_c', 'light_mol')).map((r) => ({
    day: r.day,
    airC: Number(r.air_c),
    lightMol: r.light_mol === null ? null : Number(r.light_mol),
  }));
  return {
    climate: learnedClimate(standIn, rows),
    isPlaced: farm?.latitude !== null && farm?.latitude !== undefined,
    own: { days: rows.length, from: rows[0]?.day ?? null, until: rows.at(-1)?.day ?? null },
  };
}

/** Days of which the farm's own weather is in the books, among some. */
export const weatherDays = (tx: Tx, days: readonly Day[]): Promise<Day[]> =>
  tx('weather_day')
    .whereIn('day', [...days])
    .pluck('day');

/** Writes the farm's own weather; a day that was there already is as it is now. */
export async function putWeather(tx: Tx, { farmId }: Entry, rows: readonly WeatherTaken[]): Promise<void> {
  const days = rows.map((r) => r.day);
  await tx('weather_day').whereIn('day', days).delete();
  await tx.batchInsert(
    'weather_day',
    rows.map((r) => ({ farm_id: farmId, day: r.day, air_c: r.airC, light_mol: r.lightMol ?? null })),
    500,
  );
}
