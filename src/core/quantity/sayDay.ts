import { plural, say, speech } from '../words/words';
import type { Day } from './days';

const HOW = {
  long: { weekday: 'short', day: 'numeric', month: 'short' },
  short: { day: 'numeric', month: 'short' },
  full: { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' },
  weekday: { weekday: 'long' },
  weekdayShort: { weekday: 'short' },
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
/** "Thursday 26 November 2026" */
export const fullDay = (day: Day) => written(day, 'full');
/** "Thu" */
export const weekdayShort = (day: Day) => written(day, 'weekdayShort');
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

/** How long ago a moment was: "5 minutes ago", "yesterday"; further back, its day. */
export function ago(at: Date, now: Date): string {
  const minutes = Math.max(0, Math.round((now.getTime() - at.getTime()) / MINUTE_MS));
  const relative = new Intl.RelativeTimeFormat(speech().locale, { numeric: 'auto' });
  if (minutes < 60) return relative.format(-minutes, 'minute');
  if (minutes < 24 * 60) return relative.format(-Math.round(minutes / 60), 'hour');
  const days = Math.round(minutes / (24 * 60));
  return days < 30 ? relative.format(-days, 'day') : shortDay(at.toISOString().slice(0, 10));
}
