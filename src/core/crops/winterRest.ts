import type { CropBed, WinterRest } from '../library/types';
import { addDays, daysBetween, type Day } from '../quantity/days';
import { isWithin } from './months';

type Rested = Pick<CropBed, 'rest'>;

/** Whether a crop rests on a day: it does not grow, nothing is picked of it, and its plants stand close. */
export function isResting({ rest }: Rested, day: Day): boolean {
  return rest !== undefined && isWithin(rest, day);
}

/** The first day of a month from a day on, or before it. */
function firstOf(month: number, day: Day, way: 'next' | 'last'): Day {
  const year = Number(day.slice(0, 4));
  const inYear = (y: number) => `${y}-${String(month).padStart(2, '0')}-01`;
  if (way === 'next') return inYear(year) > day ? inYear(year) : inYear(year + 1);
  return inYear(year) <= day ? inYear(year) : inYear(year - 1);
}

/** The day on which a crop that rests comes forward again; null: it does not rest. */
export const restsUntil = (crop: Rested, day: Day): Day | null =>
  crop.rest && isResting(crop, day) ? firstOf(crop.rest.untilMonth, day, 'next') : null;

/** The next day, from a day on, on which it is cut back and moved into its corner; of one that rests on that day, the day itself. */
export const nextCorner = (rest: WinterRest, day: Day): Day =>
  isResting({ rest }, day) ? day : firstOf(rest.fromMonth, day, 'next');

/** The last turn of a perennial up to a day: into its corner, or forward. */
export function lastTurn(rest: WinterRest, day: Day): { what: 'corner' | 'forward'; on: Day } {
  const [corner, forward] = [firstOf(rest.fromMonth, day, 'last'), firstOf(rest.untilMonth, day, 'last')];
  return corner > forward ? { what: 'corner', on: corner } : { what: 'forward', on: forward };
}

/** Places that plants hold while they rest: as many as their corner takes at their final spacing. */
export function cornerPlaces({ rest, finalPerM2 }: Pick<CropBed, 'rest' | 'finalPerM2'>, plants: number): number {
  if (!rest) return plants;
  return Math.ceil((plants * finalPerM2) / Math.max(rest.perM2, finalPerM2) - 1e-9);
}

/** A stretch of days, by index from some first day. */
interface Stretch {
  from: number;
  until: number;
}

/** A stay parted where the crop goes to rest and comes forward. @param firstDay day index 0 */
export function byRest<S extends Stretch>(crop: Rested, stay: S, firstDay: Day): { part: S; rests: boolean }[] {
  const { rest } = crop;
  if (!rest) return [{ part: stay, rests: false }];
  const parts: { part: S; rests: boolean }[] = [];
  for (let from = stay.from; from < stay.until;) {
    const day = addDays(firstDay, from);
    const rests = isResting(crop, day);
    const turn = firstOf(rests ? rest.untilMonth : rest.fromMonth, day, 'next');
    const until = Math.min(stay.until, from + daysBetween(day, turn));
    parts.push({ part: { ...stay, from, until }, rests });
    from = until;
  }
  return parts.length > 0 ? parts : [{ part: stay, rests: false }];
}
