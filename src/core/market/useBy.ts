import { addDays, type Day } from '../quantity/days';

/** The last day on which packed goods may be with a customer: the day they were packed and the days the product keeps. */
export function useByDay(packedOn: Day, shelfLifeDays: number): Day {
  return addDays(packedOn, shelfLifeDays);
}

/** Days after packing on which goods may still be handed over: what they keep, less what the customer must have of it. */
export const sellDays = ({
  shelfLifeDays,
  leastLeftDays = 0,
}: {
  shelfLifeDays: number;
  leastLeftDays?: number;
}): number => Math.max(0, shelfLifeDays - leastLeftDays);
