import type { ProductFact, PromiseFact } from '../facts/farm';
import type { FarmForecast } from '../facts/forecast';
import { addDays, type Day } from '../quantity/days';
import { mainCode } from './families';
import { serveFamilies } from './serveFamilies';

/** A quantity that a manager would like to have beyond what is promised, g or pieces: on a day, or on the best one of several. */
export interface Wish {
  /** Day indexes from today, both included. */
  from: number;
  until: number;
  quantity: number;
}

interface BeyondPromisedArgs {
  forecast: Pick<FarmForecast, 'firstDay' | 'supply'>;
  products: readonly ProductFact[];
  promises: readonly PromiseFact[];
  productCode: string;
  /** In order of their days. */
  wishes: readonly Wish[];
}

/**
 * What of each wish the plan does not give: from the very stock, carried over and ripening, that Market says is free on the day,
 * and never from what is promised. What one wish takes is gone for the next.
 * @returns what is missing of each wish, g or pieces
 */
export function beyondPromised({ forecast, products, promises, productCode, wishes }: BeyondPromisedArgs): number[] {
  const product = products.find((p) => p.code === productCode);
  if (!product) return wishes.map(({ quantity }) => quantity);
  const main = mainCode(product);
  const family = products.filter((p) => mainCode(p) === main);
  const codes = new Set(family.map((p) => p.code));
  const supply = forecast.supply.filter((b) => codes.has(b.productCode));
  const taken = promises.filter((p) => codes.has(p.productCode));
  return wishes.map(({ from, until, quantity }, i) => {
    if (quantity <= 0) return 0;
    const served = serveFamilies({ forecast: { ...forecast, supply }, products: family, promises: taken });
    const { available } = served.get(productCode)!;
    const { at, free } = bestDay(available, [from, ...comingIn(supply, from, until)]);
    const given = Math.min(quantity, free);
    if (given > 0) taken.push(wished(productCode, addDays(forecast.firstDay, at), { i, quantity: given }));
    return quantity - given;
  });
}

/** Free is most where goods come: on the days between nothing is added. */
function comingIn(supply: readonly { from: number }[], from: number, until: number): number[] {
  const days = supply.filter((b) => b.from > from && b.from <= until).map((b) => b.from);
  return [...new Set(days)].sort((a, b) => a - b);
}

function bestDay(available: (at: number) => number, days: readonly number[]) {
  return days.reduce(
    (best, at) => {
      const free = available(at);
      return free > best.free ? { at, free } : best;
    },
    { at: days[0]!, free: 0 },
  );
}

function wished(productCode: string, day: Day, { i, quantity }: { i: number; quantity: number }): PromiseFact {
  return { lineId: `wish|${i}`, orderId: '', orderCode: '', customer: '', productCode, day, quantity };
}

/** Weeks without an order after which orders are taken to have ended: one far ahead is no standing customer. */
const ENDED_AFTER_WEEKS = 4;

/** The last week of those with orders that follow on one another; -1: there is none in the first weeks. */
export function lastOrderedWeek(promised: readonly number[]): number {
  let last = -1;
  for (let week = 0; week < promised.length && week - last <= ENDED_AFTER_WEEKS; week++)
    if (promised[week]! > 0) last = week;
  return last;
}
