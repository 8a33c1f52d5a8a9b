import { addDays, daysBetween, type Day } from '../quantity/days';
import { formatNumber } from '../quantity/units';
import { say } from '../words/words';

/** How far a water's bacteria have come, by its own readings. */
export type Maturity = 'young' | 'settling' | 'settled';

export interface DayRead {
  kind: string;
  day: Day;
  mean: number;
}

export interface MaturitySaid {
  maturity: Maturity;
  /** Why, with the readings it rests on. */
  words: string;
}

/** Days of readings that are looked at. */
export const MATURITY_DAYS = 56;
/** Ammonia and nitrite of a water whose bacteria keep up, mg/L. FAO Fisheries and Aquaculture Technical Paper 589 asks for under 1; ours is stricter. */
const KEPT_UP_MGL = 0.5;
/** More of either says that bacteria are only coming, mg/L. */
const COMING_MGL = 1;
/** Nitrate that shows the whole way was gone, mg/L. */
const NITRATE_MGL = 5;
/** It has held for so long, with so many readings at least. Planning defaults. */
const HELD_DAYS = 21;
const LEAST_READINGS = 3;
/** What was read longer ago says nothing of now. */
const RECENT_DAYS = 14;

/**
 * Young while ammonia or nitrite still peak, settled when both have stayed low for three weeks and nitrate is there, settling in
 * between; null when too little was read to say. Cycling of new systems takes four to eight weeks (FAO 589).
 */
export function maturityOf(readings: readonly DayRead[], today: Day): MaturitySaid | null {
  const of = (kind: string) => readings.filter((r) => r.kind === kind && daysBetween(r.day, today) <= MATURITY_DAYS);
  const [tan, nitrite, nitrate] = [of('tan'), of('no2'), of('no3')];
  const waste = [...tan, ...nitrite];
  const recent = waste.filter((r) => daysBetween(r.day, today) <= RECENT_DAYS);
  if (recent.length === 0) return null;
  const peak = Math.max(...recent.map((r) => r.mean));
  const most = (list: readonly DayRead[]) => formatNumber(Math.max(...list.map((r) => r.mean)), 2);
  if (peak >= COMING_MGL)
    return {
      maturity: 'young',
      words: say`In the last two weeks ammonia or nitrite reached ${formatNumber(peak, 2)} mg/L: the bacteria are still coming. Feed little, and measure every day.`,
    };
  const since = addDays(today, -HELD_DAYS);
  const held = waste.filter((r) => r.day >= since);
  const reaches = waste.some((r) => r.day <= addDays(since, LEAST_READINGS)) && held.length >= LEAST_READINGS;
  const hasNitrate = nitrate.some((r) => r.mean >= NITRATE_MGL);
  const low = held.every((r) => r.mean <= KEPT_UP_MGL) && tan.length > 0 && nitrite.length > 0;
  if (low && reaches && hasNitrate)
    return {
      maturity: 'settled',
      words: say`For three weeks ammonia and nitrite stayed at ${most(held)} mg/L and under, and nitrate is there (${most(nitrate)} mg/L): the bacteria keep up.`,
    };
  const lacks = [
    ...(tan.length === 0 ? [say`ammonia`] : []),
    ...(nitrite.length === 0 ? [say`nitrite`] : []),
    ...(hasNitrate ? [] : [say`nitrate over ${NITRATE_MGL} mg/L`]),
  ];
  return {
    maturity: 'settling',
    words:
      lacks.length > 0
        ? say`Ammonia and nitrite stay low (${most(recent)} mg/L at most); to call it settled a reading is missing of: ${lacks.join(', ')}.`
        : say`Ammonia and nitrite are low (${most(recent)} mg/L at most), but not yet for three weeks.`,
  };
}
