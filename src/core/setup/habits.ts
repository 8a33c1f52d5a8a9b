import { isCurrency, isTimeZone } from '../quantity/zones';
import { say } from '../words/words';
import type { UnitChoice } from '../quantity/units';
import type { Habits } from './description';

/** What people are used to where they are, as a start: each can be changed. */

const CURRENCY_OF: Record<string, string> = {
  US: 'USD',
  CA: 'CAD',
  AU: 'AUD',
  NZ: 'NZD',
  GB: 'GBP',
  IN: 'INR',
  ZA: 'ZAR',
  CH: 'CHF',
  DK: 'DKK',
  SE: 'SEK',
};
const FEET: readonly string[] = ['US'];
const SUNDAY_FIRST: readonly string[] = ['US', 'CA', 'IN', 'ZA'];

/** A country's half of the world and middle, degrees north: only to have something to correct. */
const LATITUDE_OF: Record<string, number> = {
  US: 39,
  CA: 50,
  AU: -33,
  NZ: -41,
  GB: 53,
  IN: 22,
  ZA: -29,
  SE: 59,
  FI: 62,
  DK: 56,
};
export const SOMEWHERE_TEMPERATE = 47;

export function usualHabits(locale: string, timeZone: string): Habits {
  const region = locale.split('-')[1] ?? '';
  const units: UnitChoice = FEET.includes(region)
    ? { mass: 'us', temperature: 'F' }
    : { mass: 'metric', temperature: 'C' };
  return {
    name: '',
    latitude: LATITUDE_OF[region] ?? SOMEWHERE_TEMPERATE,
    altitudeM: 100,
    timeZone,
    currency: CURRENCY_OF[region] ?? 'EUR',
    locale,
    units,
    firstWeekday: SUNDAY_FIRST.includes(region) ? 7 : 1,
  };
}

/** What is wrong with a time zone or a currency, in words with its field, or null. */
export function checkZoneAndCurrency({
  timeZone,
  currency,
}: Pick<Habits, 'timeZone' | 'currency'>): { field: 'timeZone' | 'currency'; words: string } | null {
  if (!isTimeZone(timeZone))
    return {
      field: 'timeZone',
      words: say`“${String(timeZone).slice(0, 60)}” is no time zone; choose one of the list.`,
    };
  if (!isCurrency(currency))
    return {
      field: 'currency',
      words: say`“${String(currency).slice(0, 10)}” is no currency; choose one of the list.`,
    };
  return null;
}
