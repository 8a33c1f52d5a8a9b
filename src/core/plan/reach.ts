import { addDays, daysBetween, isDay, type Day } from '../quantity/days';
import { fullDay } from '../quantity/sayDay';
import { say } from '../words/words';
import { DEFAULT_SETTINGS } from './settings';

/** How far a screen looks: ahead as far as the forecast, back ten years. */
const FURTHEST_AHEAD_DAYS = DEFAULT_SETTINGS.horizonDays - 1;
const FURTHEST_BACK_DAYS = 3650;

/** The day itself, or the nearest that can be shown. */
export function withinReach(today: Day, day: Day): Day {
  const ahead = daysBetween(today, day);
  if (ahead > FURTHEST_AHEAD_DAYS) return addDays(today, FURTHEST_AHEAD_DAYS);
  return -ahead > FURTHEST_BACK_DAYS ? addDays(today, -FURTHEST_BACK_DAYS) : day;
}

/** The day to show for what an address says: anything that is no day is today. */
export function dayToShow(today: Day, wanted: unknown): Day {
  return isDay(wanted) ? withinReach(today, wanted) : today;
}

/** Why another day is shown than the one asked for, in words, or null. */
export function whyAnotherDay(today: Day, wanted: string | null): string | null {
  if (!wanted) return null;
  const asked = wanted.slice(0, 20);
  if (!isDay(wanted)) return say`“${asked}” is no day of the calendar: this is today.`;
  const shown = withinReach(today, wanted);
  if (shown === wanted) return null;
  return wanted > shown
    ? say`The forecast reaches to ${fullDay(shown)}: that day is shown.`
    : say`Records are shown back to ${fullDay(shown)}: that day is shown.`;
}
