import { plural, say } from '../words/words';
import { RuleBroken } from '../errors';

/** A calendar day at the farm, `YYYY-MM-DD`. It has no zone and no hour. */
export type Day = string;

const MONTH_DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

function digits(text: string, from: number, to: number): number {
  let value = 0;
  for (let i = from; i < to; i++) {
    const digit = text.charCodeAt(i) - 48;
    if (!(digit >= 0 && digit <= 9)) return NaN;
    value = value * 10 + digit;
  }
  return value;
}

/** True for a real calendar day between 1970 and 2199, so "2026-02-30" is not one. Called often: no Date, no pattern. */
export function isDay(text: unknown): text is Day {
  if (typeof text !== 'string' || text.length !== 10 || text[4] !== '-' || text[7] !== '-') return false;
  const year = digits(text, 0, 4);
  const month = digits(text, 5, 7);
  const date = digits(text, 8, 10);
  if (!(year >= 1970 && year < 2200 && month >= 1 && month <= 12 && date >= 1)) return false;
  const leap = month === 2 && year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0);
  return date <= MONTH_DAYS[month - 1]! + (leap ? 1 : 0);
}

/** Days since 1970-01-01. @throws {RuleBroken} when the text is not a calendar day */
export function dayNumber(day: Day): number {
  if (!isDay(day))
    throw new RuleBroken('day', say`"${String(day).slice(0, 40)}" is not a calendar day; write it as year-month-day.`);
  // Counting years from March puts the leap day last, so months before it need no exception.
  const month = digits(day, 5, 7);
  const year = digits(day, 0, 4) - (month <= 2 ? 1 : 0);
  const dayOfYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + digits(day, 8, 10) - 1;
  return year * 365 + Math.floor(year / 4) - Math.floor(year / 100) + Math.floor(year / 400) + dayOfYear - 719_468;
}

/** The day with this number: the reverse of `dayNumber`, in whole numbers only because forecasts call it often. */
export function dayFromNumber(number: number): Day {
  const shifted = number + 719_468;
  const era = Math.floor(shifted / 146_097);
  const ofEra = shifted - era * 146_097;
  const yearOfEra = Math.floor(
    (ofEra - Math.floor(ofEra / 1460) + Math.floor(ofEra / 36_524) - Math.floor(ofEra / 146_096)) / 365,
  );
  const ofYear = ofEra - (365 * yearOfEra + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100));
  const fromMarch = Math.floor((5 * ofYear + 2) / 153);
  const date = ofYear - Math.floor((153 * fromMarch + 2) / 5) + 1;
  const month = fromMarch < 10 ? fromMarch + 3 : fromMarch - 9;
  const year = yearOfEra + era * 400 + (month <= 2 ? 1 : 0);
  return `${year}-${month < 10 ? '0' : ''}${month}-${date < 10 ? '0' : ''}${date}`;
}

export function addDays(day: Day, days: number): Day {
  return dayFromNumber(dayNumber(day) + days);
}

/** The same date so many months on; the last of a shorter month. */
export function addMonths(day: Day, months: number): Day {
  const month = digits(day, 0, 4) * 12 + digits(day, 5, 7) - 1 + months;
  const first = `${Math.floor(month / 12)}-${String((month % 12) + 1).padStart(2, '0')}-01`;
  const next = `${Math.floor((month + 1) / 12)}-${String(((month + 1) % 12) + 1).padStart(2, '0')}-01`;
  return addDays(first, Math.min(digits(day, 8, 10), daysBetween(first, next)) - 1);
}

/** Whole days from one calendar day to another; negative when `to` comes first. */
export function daysBetween(from: Day, to: Day): number {
  return dayNumber(to) - dayNumber(from);
}

/** 1 = Monday … 7 = Sunday. 1970-01-01 was a Thursday. */
export function weekday(day: Day): number {
  return ((((dayNumber(day) + 3) % 7) + 7) % 7) + 1;
}

/** The Monday that starts the week of this day. */
export function weekStart(day: Day): Day {
  return addDays(day, 1 - weekday(day));
}

/** ISO 8601 week number: week 1 holds the year's first Thursday. */
export function isoWeek(day: Day): number {
  const thursday = addDays(weekStart(day), 3);
  return Math.floor(daysBetween(`${thursday.slice(0, 4)}-01-01`, thursday) / 7) + 1;
}

/** Month index 0–11 and the part of it that has passed, for smooth month tables. */
export function monthPosition(day: Day): { month: number; share: number } {
  const month = Number(day.slice(5, 7)) - 1;
  return { month, share: (Number(day.slice(8, 10)) - 1) / 30.44 };
}

/** A value for the day from twelve mid-month values, joined by straight lines. */
export function fromMonths(values: readonly number[], day: Day): number {
  const { month, share } = monthPosition(day);
  const before = share < 0.5 ? (month + 11) % 12 : month;
  const along = share < 0.5 ? share + 0.5 : share - 0.5;
  const low = values[before] ?? 0;
  const high = values[(before + 1) % 12] ?? low;
  return low + (high - low) * Math.min(1, along);
}

const clocks = new Map<string, Intl.DateTimeFormat>();

/** The calendar day at a place with this time zone at this instant. */
export function dayAt(instant: Date, timeZone: string): Day {
  let clock = clocks.get(timeZone);
  if (!clock) {
    clock = new Intl.DateTimeFormat('en-CA', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' });
    clocks.set(timeZone, clock);
  }
  return clock.format(instant);
}

/** `in 1 day`, `in 12 days` */
export function inDays(days: number): string {
  return plural(days, 'in 1 day', 'in # days');
}
