import { say } from '../words/words';
import type { Day } from './days';

function utc(day: Day) {
  return new Date(`${day}T00:00:00Z`);
}

const LONG = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short', timeZone: 'UTC' });
const SHORT = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' });
const FULL = new Intl.DateTimeFormat('en-GB', {
  weekday: 'long',
  day: 'numeric',
  month: 'long',
  year: 'numeric',
  timeZone: 'UTC',
});
const WEEKDAY = new Intl.DateTimeFormat('en-GB', { weekday: 'long', timeZone: 'UTC' });

export const dayWords = (day: Day) => LONG.format(utc(day)).replace(',', '');
export const shortDay = (day: Day) => SHORT.format(utc(day));
/** "today", "yesterday", "3 days ago". */
export const daysAgo = (days: number) => (days === 0 ? 'today' : days === 1 ? 'yesterday' : say`${days} days ago`);
export const fullDay = (day: Day) => FULL.format(utc(day));
export const weekdayName = (day: Day) => WEEKDAY.format(utc(day));
