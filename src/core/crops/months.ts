import type { Day } from '../quantity/days';

/** A part of the year, from the first day of a month up to the first of another, 1 to 12; it may run over the new year. */
export interface MonthSpan {
  fromMonth: number;
  untilMonth: number;
}

const monthOf = (day: Day) => Number(day.slice(5, 7));

/** Whether a day is in a part of the year. */
export function isWithin({ fromMonth, untilMonth }: MonthSpan, day: Day): boolean {
  const month = monthOf(day);
  return fromMonth < untilMonth ? month >= fromMonth && month < untilMonth : month >= fromMonth || month < untilMonth;
}

/** The last month of a part of the year. */
export const lastMonth = ({ untilMonth }: MonthSpan): number => (untilMonth === 1 ? 12 : untilMonth - 1);
