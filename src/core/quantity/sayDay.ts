import { plural, say, speech } from '../words/words';
import type { Day } from './days';

const HOW = {
  long: { weekday: 'short', day: 'numeric', month: 'short' },
  short: { day: 'numeric', month: 'short' },
  dated: { day: 'numeric', month: 'short', year: 'numeric' },
  full: { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' },
  weekday: { weekday: 'long' },
  weekdayShort: { weekday: 'short' },
  month: { month: 'long' },
} as const satisfies Record<string, Intl.DateTimeFormatOptions>;

const writers = new Map<string, Intl.DateTimeFormat>();

/** A day as the person’s locale writes it. */
function written(day: Day, how: keyof typeof HOW): string {
  const { locale } = speech();
  const key = `${locale} ${how}`;
  let writer = writers.get(key);
  if (!writer) writers.set(key, (writer = new Intl.DateTimeFormat(locale, { ...HOW[how], timeZone: 'UTC' })));
  return writer.format(new Date(`${day}T00:00:00Z`));
}

/** "Thu 26 Nov" */
export const dayWords = (day: Day) => written(day, 'long').replace(',', '');
/** "26 Nov" */
export const shortDay = (day: Day) => written(day, 'short');
/** "26 Nov 2026" */
export const datedDay = (day: Day) => written(day, 'dated');
/** "Thursday 26 November 2026" */
export const fullDay = (day: Day) => written(day, 'full');
/** "Thu" */
export const weekdayShort = (day: Day) => written(day, 'weekdayShort');
/** "November". @param month 1 to 12 */
export const monthName = (month: number) => written(`2026-${String(month).padStart(2, '0')}-15`, 'month');
export const weekdayName = (day: Day) => written(day, 'weekday');

/** "today", "yesterday", "3 days ago". */
export function daysAgo(days: number): string {
  if (days === 0) return say`today`;
  return days === 1 ? say`yesterday` : plural(days, '# day ago', '# days ago');
}

/** A moment of today as the person's clock writes it. */
export const clockTime = (at: Date) =>
  new Intl.DateTimeFormat(speech().locale, { hour: '2-digit', minute: '2-digit' }).format(at);

const MINUTE_MS = 60_000;
const DAY_MIN = 24 * 60;

/** How long ago a moment was: "5 minutes ago", "2 days ago"; further back, its day. */
export function ago(at: Date, now: Date): string {
  const minutes = Math.max(0, Math.round((now.getTime() - at.getTime()) / MINUTE_MS));
  if (minutes < 1) return say`just now`;
  if (minutes < 60) return plural(minutes, '# minute ago', '# minutes ago');
  if (minutes < DAY_MIN) return plural(Math.round(minutes / 60), '# hour ago', '# hours ago');
  const days = Math.round(minutes / DAY_MIN);
  return days < 30 ? plural(days, '# day ago', '# days ago') : shortDay(at.toISOString().slice(0, 10));
}
