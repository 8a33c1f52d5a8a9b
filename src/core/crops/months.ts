import type { MonthSpan } from '../library/types';
import type { Day } from '../quantity/days';

const monthOf = (day: Day) => Number(day.slice(5, 7));

/** Whether a day is in a part of the year. */
export function isWithin({ fromMonth, untilMonth }: MonthSpan, day: Day): boolean {
  const month = monthOf(day);
  return fromMonth < untilMonth ? month >= fromMonth && month < untilMonth : month >= fromMonth || month < untilMonth;
}

/** The last month of a part of the year. */
export const lastMonth = ({ untilMonth }: MonthSpan): number => (untilMonth === 1 ? 12 : untilMonth - 1);
