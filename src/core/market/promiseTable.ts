import { addDays, dayFromNumber, dayNumber, isoWeek, weekStart, type Day } from '../quantity/days';
import type { FarmForecast } from '../facts/forecast';
import type { ProductFact, PromiseFact } from '../facts/farm';
import { inMain, isMain } from './families';
import type { SupplyAccount } from './promise';
import { serveFamilies } from './serveFamilies';

export interface PromiseWeek {
  weekStart: Day;
  week: number;
  /** Coming out of the water or the beds this week, g or pieces, with one standard deviation either way. */
  expected: number;
  expectedLow: number;
  expectedHigh: number;
  /** Owed in the week, what is made of this product's supply with it. */
  promised: number;
  /** Of it, as what is made of this product. */
  promisedMade: number;
  short: number;
  /** `carried + ripening − given − later = free`, what is given being all promised but what is short. Null: made of another product's supply. */
  account: SupplyAccount | null;
  /** Spoken for by nobody, on whichever day of the week. */
  free: number;
  /** The most that one delivery on a day of this week could have, and the first such day. */
  available: number;
  availableOn: Day;
  /** Sold alive: of this grade and still in their tanks, with no netting planned. */
  swimming: number;
  shortLines: { lineId: string; orderId: string; orderCode: string; customer: string; day: Day; quantity: number }[];
}

export interface PromiseRow {
  product: ProductFact;
  weeks: PromiseWeek[];
}

/** Weeks that supply is held against promises, this one first, where no other number is asked for. */
export const PROMISE_WEEKS = 12;

/** Weeks that Market shows, that of the day first. */
export const MARKET_WEEKS = 8;

/** The first day after those that Market shows today. */
export const marketUntil = (today: Day): Day => addDays(weekStart(today), MARKET_WEEKS * 7);

interface PromiseTableArgs {
  forecast: FarmForecast;
  products: readonly ProductFact[];
  promises: readonly PromiseFact[];
  weeks: number;
}

/**
 * Expected, promised, short and available to promise by product and week. Shelf life and harvest window are in each
 * batch's span; an order line is short by what no batch usable on its day can give. What is made of another product's
 * supply takes its part there: it is expected and free only once.
 */
export function promiseTable({ forecast, products, promises, weeks }: PromiseTableArgs): PromiseRow[] {
  const today = dayNumber(forecast.firstDay);
  const monday = dayNumber(weekStart(forecast.firstDay)) - today;
  const served = serveFamilies({ forecast, products, promises });
  return products.map((product) => {
    const { batches, comes, lines, short, available, account, free } = served.get(product.code)!;
    return {
      product,
      weeks: Array.from({ length: weeks }, (_, w) => {
        const from = monday + w * 7;
        const start = addDays(forecast.firstDay, from);
        const coming = batches.filter((b) => inWeek(b.from, from, w === 0));
        const due = lines.filter(({ at }) => inWeek(at, from, w === 0));
        const own = due.filter((l) => !l.made);
        const expected = sum(coming.map((b) => b.quantity));
        const deviation = Math.sqrt(sum(coming.map((b) => (b.quantity * b.spread) ** 2)));
        const shortLines = own
          .filter(({ line }) => short.has(line.lineId))
          .map(({ line }) => ({ ...pickLine(line), quantity: short.get(line.lineId)! }));
        return {
          weekStart: start,
          week: isoWeek(start),
          expected,
          expectedLow: Math.max(0, expected - deviation),
          expectedHigh: expected + deviation,
          promised: sum(due.map((l) => l.quantity)),
          promisedMade: sum(due.filter((l) => l.made).map((l) => l.quantity)),
          short: sum(shortLines.map((l) => l.quantity)),
          account: account && account(Math.max(0, from), from + 7),
          free: free(Math.max(0, from), from + 7),
          ...mostFree({ available, batches: comes, from: Math.max(0, from), until: from + 7, today }),
          swimming: forecast.swimming.get(product.code)?.[Math.max(0, from + 4)] ?? 0,
          shortLines,
        };
      }),
    };
  });
}

interface MostFreeArgs {
  available: (at: number) => number;
  batches: readonly { from: number }[];
  from: number;
  until: number;
  today: number;
}

/** Free is most on the first day of a week or on one on which goods come: on the days between nothing is added. */
function mostFree({ available, batches, from, until, today }: MostFreeArgs) {
  const days = new Set([from, ...batches.filter((b) => b.from > from && b.from < until).map((b) => b.from)]);
  let [best, most] = [from, -1];
  for (const day of [...days].sort((a, b) => a - b)) {
    const free = available(day);
    if (free > most) [best, most] = [day, free];
  }
  return { available: Math.max(0, most), availableOn: dayFromNumber(best + today) };
}

function inWeek(at: number, from: number, first: boolean) {
  return (at >= from || first) && at < from + 7;
}

function pickLine({ lineId, orderId, orderCode, customer, day }: PromiseFact) {
  return { lineId, orderId, orderCode, customer, day };
}

function sum(values: number[]) {
  return values.reduce((total, value) => total + value, 0);
}

/**
 * The table with what is short of made products said in their main ones, which is what has to be grown or harvested
 * for it: one row for each main product.
 */
export function shortInMain(table: readonly PromiseRow[]): PromiseRow[] {
  return table
    .filter((row) => isMain(row.product))
    .map((row) => {
      const made = table.filter((r) => r.product.madeFrom?.code === row.product.code);
      if (made.length === 0) return row;
      return { ...row, weeks: row.weeks.map((week, w) => withMade(week, made, w)) };
    });
}

function withMade(week: PromiseWeek, made: readonly PromiseRow[], w: number): PromiseWeek {
  const lines = made.flatMap(({ product, weeks }) =>
    weeks[w]!.shortLines.map((l) => ({ ...l, quantity: inMain(product, l.quantity) })),
  );
  const shortLines = [...week.shortLines, ...lines];
  return { ...week, shortLines, short: sum(shortLines.map((l) => l.quantity)) };
}
