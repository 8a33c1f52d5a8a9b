import { addDays, type Day } from '../quantity/days';

/** The last day on which packed goods may be with a customer: the day they were packed and the days the product keeps. */
export function useByDay(packedOn: Day, shelfLifeDays: number): Day {
  return addDays(packedOn, shelfLifeDays);
}
