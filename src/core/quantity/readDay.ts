import { say, speech } from '../words/words';
import type { Day } from './days';
import { isFarmDay } from './ranges';

type Part = 'day' | 'month' | 'year';

/** In which order the person’s locale writes a day in numbers, and by what they are parted. */
function numericOrder(locale = speech().locale): { order: Part[]; mark: string } {
  const parts = new Intl.DateTimeFormat(locale, { day: '2-digit', month: '2-digit', year: 'numeric', timeZone: 'UTC' })
    .formatToParts(0)
    .filter((p) => p.type === 'literal' || p.type === 'day' || p.type === 'month' || p.type === 'year');
  const order = parts.flatMap((p) => (p.type === 'literal' ? [] : [p.type as Part]));
  return { order, mark: parts.find((p) => p.type === 'literal')?.value ?? '/' };
}

const two = (n: number) => String(n).padStart(2, '0');

/** A day in numbers, as it is typed where the person is: "26/11/2026", "11/26/2026", "26.11.2026". */
export function numericDay(day: Day): string {
  const [year, month, of] = day.split('-') as [string, string, string];
  const { order, mark } = numericOrder();
  return order.map((part) => ({ day: of, month, year })[part]).join(mark);
}

/** How a day is typed where the person is: "dd/mm/yyyy". */
export function dayPattern(): string {
  const { order, mark } = numericOrder();
  return order.map((part) => ({ day: say`dd`, month: say`mm`, year: say`yyyy` })[part]).join(mark);
}

/**
 * A day as typed: in the locale’s order, with any mark between and the year left out or in two figures, or as 2026-11-26.
 * @param near a day in the year that is meant where none is typed: of both years round it, the nearer
 * @returns the day, or null when it is none between 2000 and 2100
 */
export function readDay(text: string, near: Day): Day | null {
  const plain = text.trim();
  if (/^\d{4}-\d\d-\d\d$/.test(plain)) return isFarmDay(plain) ? plain : null;
  const numbers = plain.split(/\D+/).filter(Boolean).map(Number);
  if (!/^[\d\s./-]+$/.test(plain) || numbers.length < 2 || numbers.length > 3) return null;
  const wanted = numericOrder().order.filter((part) => numbers.length === 3 || part !== 'year');
  const value = Object.fromEntries(wanted.map((part, i) => [part, numbers[i]!])) as Partial<Record<Part, number>>;
  const make = (year: number) => `${year}-${two(value.month!)}-${two(value.day!)}`;
  const found =
    value.year === undefined ? nearest(make, near) : make(value.year < 100 ? 2000 + value.year : value.year);
  return isFarmDay(found) ? found : null;
}

function nearest(make: (year: number) => string, near: Day): string {
  const year = Number(near.slice(0, 4));
  const away = (day: string) => Math.abs(Date.parse(day) - Date.parse(near));
  return [year - 1, year, year + 1].map(make).reduce((best, day) => (away(day) < away(best) ? day : best));
}

/** The day a week begins with where the person is: 1 Monday … 7 Sunday. */
export function firstWeekday(locale = speech().locale): number {
  const info = new Intl.Locale(locale) as Intl.Locale & {
    getWeekInfo?: () => { firstDay: number };
    weekInfo?: { firstDay: number };
  };
  return (info.getWeekInfo?.() ?? info.weekInfo)?.firstDay ?? 1;
}
