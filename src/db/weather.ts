import { RuleBroken } from '../core/errors';
import type { Day } from '../core/quantity/days';
import { fullDay } from '../core/quantity/sayDay';
import {
  gapsOf,
  learnedClimate,
  longestRun,
  standInClimate,
  type Climate,
  type WeatherDay,
} from '../core/weather/climate';
import { plural, say } from '../core/words/words';
import type { Tx } from './connection';

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

export interface WeatherRow {
  day: Day;
  airC: number;
  lightMol?: number;
}

/** Takes the farm's own weather in; a table with gaps says which days are missing and what of it can be taken. */
export async function bringWeather(
  tx: Tx,
  farmId: string,
  rows: readonly WeatherRow[],
): Promise<{ added: number; known: number }> {
  const days = rows.map((r) => r.day);
  const twice = days.find((day, i) => days.indexOf(day) !== i);
  if (twice)
    throw new RuleBroken(
      `rows.${days.lastIndexOf(twice)}.day`,
      say`${fullDay(twice)} stands in it twice. Keep one of them.`,
    );
  const stored: Day[] = await tx('weather_day').whereIn('day', days).pluck('day');
  const gaps = gapsOf(days);
  if (gaps.length > 0) {
    const missing = gaps.reduce((sum, g) => sum + g.days, 0);
    const run = longestRun(days);
    const first = gaps[0]!;
    const which = first.days === 1 ? fullDay(first.from) : say`${fullDay(first.from)} to ${fullDay(first.until)}`;
    throw new RuleBroken(
      `rows.${days.findIndex((d) => d > first.until)}.day`,
      say`${plural(missing, '# day is missing', '# days are missing')}, first ${which}. Fill them in, or bring the longest run without a gap by itself: ${fullDay(run.from)} to ${fullDay(run.until)}.`,
    );
  }
  await tx('weather_day').whereIn('day', days).delete();
  await tx.batchInsert(
    'weather_day',
    rows.map((r) => ({ farm_id: farmId, day: r.day, air_c: r.airC, light_mol: r.lightMol ?? null })),
    500,
  );
  return { added: rows.length - stored.length, known: stored.length };
}
