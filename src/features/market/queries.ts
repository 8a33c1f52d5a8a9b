import type { Order } from '../../core/market/order';
import 'server-only';
import { say } from '../../core/words/words';
import type { explainPromise } from '../../core/explain';
import { RuleBroken } from '../../core/errors';
import { formatQuantity, plainQuantity } from '../../core/plan/consequences';
import { addDays, type Day } from '../../core/quantity/days';
import { shortDay, weekdayShort } from '../../core/quantity/sayDay';
import { mainCode } from '../../core/market/families';
import { MARKET_WEEKS, promiseTable, type PromiseWeek } from '../../core/market/promiseTable';
import type { SupplyAccount } from '../../core/market/promise';
import { shownAccount } from '../../core/market/shownAccount';
import type { ProductFact } from '../../core/facts/farm';
import { sellDays, useByDay } from '../../core/market/useBy';
import {
  formatNumber,
  manyOf,
  type ProductUnit,
  toShown,
  toStored,
  unitName,
  type UnitChoice,
} from '../../core/quantity/units';
import { notFound } from 'next/navigation';
import { lastOrders, listCustomers, listOrders, loadOrder, orderEvents, packedLots } from '../../db/orders';
import { traceOrder, type Trace } from '../../db/trace';
import { dayOnly, farmView, promisesOf, type DayView, type FarmView, type Search } from '../../server/farmView';

export interface PromiseCell {
  week: number;
  weekStart: Day;
  /** Carried over + ripening − promised (− kept for later orders), in the row's unit; what is made of another product: what is promised. */
  sum: string | null;
  later: string | null;
  free: string;
  /** The most that one delivery could have, and its day; null: all that is free, on any day. */
  oneDay: string | null;
  short: string | null;
  tight: boolean;
  /** Sold alive: of this size and still in their tanks, with no netting planned. */
  swimming: string | null;
  /** Nothing but what swims. */
  onlySwims: boolean;
  /** Neither promised, nor expected, nor left from before. */
  none: boolean;
  /** The same plain, in the row's unit. */
  figures: { carried: number; ripening: number; promised: number; later: number; free: number; short: number };
  /** What Why is put together from. */
  why: Omit<Parameters<typeof explainPromise>[0], 'product' | 'shelfLifeDays'>;
}

export interface MarketPage extends DayView {
  /** What lies packed today; empty on other days. */
  cold: ColdLot[];
  rows: { product: string; unit: string; shelfLifeDays: number; cells: PromiseCell[] }[];
  orders: {
    id: string;
    code: string;
    customer: string;
    channel: string;
    dueDay: Day;
    state: Order['state'];
    short: boolean;
  }[];
}

const ORDERS_BACK_DAYS = 3;
const ORDERS_AHEAD_DAYS = 42;

export async function marketPage(search: Search): Promise<MarketPage> {
  const view = await farmView(search, async (tx, { facts, day, today }) => ({
    orders: await listOrders({
      tx,
      from: addDays(day, -ORDERS_BACK_DAYS),
      until: addDays(day, ORDERS_AHEAD_DAYS),
      asOf: day,
    }),
    packed:
      day === today
        ? await packedLots(
            tx,
            facts.products.map((p) => p.code),
          )
        : [],
  }));
  const { facts, units, when, at } = view;
  const skip = Math.floor(at / 7);
  const table = when === 'past' ? [] : promisesOf(view, skip + MARKET_WEEKS);
  const shortOrders = new Set(table.flatMap((r) => r.weeks.flatMap((w) => w.shortLines.map((l) => l.orderId))));
  const offered = table.filter((r) => !r.product.retiredOn || r.weeks.some((w) => w.promised + w.expected > 0));
  const rows = offered.map(({ product, weeks }) => ({
    product: product.name,
    shelfLifeDays: sellDays(product),
    unit: product.unit === 'kg' ? unitName('mass', units) : manyOf(product.unit),
    cells: weeks.slice(skip).map((w) => {
      const amount = (quantity: number) => formatQuantity(quantity, product.unit, units);
      const bare = (quantity: number) => bareOf(quantity, { product, units, fine: quantity < FINE_G });
      const plain = (quantity: number) => plainQuantity(quantity, product.unit, units).value;
      const sum = w.account && sumOf(w.account, { product, units });
      const isShort = w.short > (product.unit === 'kg' ? 100 : 0.5);
      return {
        week: w.week,
        weekStart: w.weekStart,
        sum: sum ? sum.words : promisedOnly(w.promised, bare),
        later: sum?.later ?? null,
        free: sum ? sum.free : bare(w.free),
        oneDay: oneDayOf(w, bare),
        short: isShort ? bare(w.short) : null,
        tight: !isShort && w.available < w.promised * 0.1,
        swimming: w.swimming >= 0.5 ? formatNumber(w.swimming) : null,
        onlySwims: thereIn(w) + w.promised < 0.5,
        none: thereIn(w) + w.promised + w.swimming < 0.5,
        figures: {
          carried: plain(w.account?.carried ?? 0),
          ripening: plain(w.account?.ripening ?? w.expected),
          promised: plain(w.promised),
          later: plain(w.account?.later ?? 0),
          free: plain(w.free),
          short: plain(w.short),
        },
        why: {
          week: w.week,
          expected: amount(w.expected),
          spread: amount((w.expectedHigh - w.expectedLow) / 2),
          promised: amount(w.promised),
          short: amount(w.short),
          available: amount(w.available),
          availableOn: shortDay(w.availableOn),
          ...(w.account ? { account: accountWords(w.account, amount) } : {}),
          nothing: thereIn(w) - w.short < 0.5,
          ...(product.liveCm ? { swimming: amount(w.swimming) } : {}),
          ...(w.promisedMade > 0 ? { promisedMade: amount(w.promisedMade) } : {}),
          ...(product.madeFrom ? { madeOf: madeOf(facts, product.madeFrom) } : {}),
        },
      };
    }),
  }));
  return {
    person: view.person,
    units,
    today: view.today,
    day: view.day,
    when,
    at,
    rows,
    cold: coldLots(view, view.more.packed),
    orders: view.more.orders.map((o) => ({ ...o, short: shortOrders.has(o.id) })),
  };
}

interface InUnits {
  product: ProductFact;
  units: UnitChoice;
}

/** Below this, kilograms are said with a decimal. */
const FINE_G = 20_000;

/** A quantity in the row's unit, without it. */
const bareOf = (quantity: number, { product, units, fine }: InUnits & { fine: boolean }) =>
  product.unit === 'kg' ? formatNumber(toShown('mass', quantity, units), fine ? 1 : 0) : formatNumber(quantity);

/** The week's account as it is read: what is shown adds up. */
function sumOf(account: SupplyAccount, of: InUnits) {
  const fine = account.carried + account.ripening < FINE_G;
  const step = of.product.unit === 'kg' ? toStored('mass', fine ? 0.1 : 1, of.units) : 1;
  const { carried, ripening, given, later, free } = shownAccount(account, step);
  const bare = (quantity: number) => bareOf(quantity, { ...of, fine });
  const terms = [...(carried > 0 ? [bare(carried)] : []), ...(ripening > 0 || carried === 0 ? [bare(ripening)] : [])];
  return {
    words: terms.join(' + ') + (given > 0 ? ` − ${bare(given)}` : ''),
    later: later > 0 ? bare(later) : null,
    free: bare(free),
  };
}

const accountWords = (account: SupplyAccount, amount: (quantity: number) => string) => ({
  carried: amount(account.carried),
  ripening: amount(account.ripening),
  given: amount(account.given),
  later: account.later >= 0.5 ? amount(account.later) : null,
  free: amount(account.free),
});

/** The most that one delivery could have, where that is a good deal less than all that is free. */
function oneDayOf({ free, available, availableOn }: PromiseWeek, bare: (quantity: number) => string) {
  if (available >= free * 0.95 || bare(available) === bare(free)) return null;
  return say`most ${bare(available)} ${weekdayShort(availableOn)}`;
}

/** Whatever there is of it in the week. */
const thereIn = ({ account, expected, available, short }: PromiseWeek) =>
  expected + available + short + (account ? account.carried : 0);

/** What is made only when it is wanted has nothing to hold its promises against. */
const promisedOnly = (promised: number, bare: (quantity: number) => string) =>
  promised > 0 ? say`${bare(promised)} promised` : null;

/** Of which product's supply something is made. */
const madeOf = (facts: FarmView['facts'], { code }: { code: string }) =>
  facts.products.find((p) => p.code === code)?.name ?? code;

/** Goods in the cold room, the soonest to be used first. */
export interface ColdLot {
  lotId: string;
  lotCode: string;
  product: string;
  unit: ProductUnit;
  quantity: number;
  words: string;
  packedOn: Day;
  useBy: Day;
  past: boolean;
  /** What it can be made into. */
  into: { code: string; name: string; unit: ProductUnit }[];
}

function coldLots({ facts, units, today }: FarmView, packed: Awaited<ReturnType<typeof packedLots>>): ColdLot[] {
  const lots = packed.flatMap((lot) => {
    const product = facts.products.find((p) => p.code === lot.productCode);
    if (!product || product.unit === 'fish') return [];
    const useBy = useByDay(lot.packedOn, product.shelfLifeDays);
    const { lotId, lotCode, quantity, packedOn } = lot;
    return [
      {
        lotId,
        lotCode,
        product: product.name,
        unit: product.unit,
        quantity,
        words: formatQuantity(quantity, product.unit, units),
        packedOn,
        useBy,
        past: useBy < today,
        into: facts.products
          .filter((p) => p.code !== product.code && mainCode(p) === mainCode(product) && !p.retiredOn)
          .map(({ code, name, unit }) => ({ code, name, unit })),
      },
    ];
  });
  return lots.sort((a, b) => (a.useBy < b.useBy ? -1 : 1));
}

export interface OrderPage extends DayView {
  order: Order;
  lots: Awaited<ReturnType<typeof packedLots>>;
  events: Awaited<ReturnType<typeof orderEvents>>;
  trace: Trace;
  currency: string;
  /** What of each line no harvest or pick will give in time, by line, and where to mend it. */
  short: Record<string, { quantity: number; mendAt: string; mendWords: string }>;
}

export async function orderPage(orderId: string, search: Search): Promise<OrderPage> {
  if (!/^[0-9a-f-]{36}$/.test(orderId)) notFound();
  try {
    const view = await farmView(search, async (tx, { asks }) => {
      const order = await loadOrder(tx, orderId);
      const lots = await packedLots(
        tx,
        order.lines.map((l) => l.productCode),
      );
      return {
        order,
        lots,
        events: await orderEvents(tx, orderId),
        trace: await traceOrder(tx, orderId),
        currency: asks.currency,
      };
    });
    return { ...dayOnly(view), ...view.more, short: shortOf(view, orderId) };
  } catch (error) {
    if (error instanceof RuleBroken) notFound();
    throw error;
  }
}

const ORDER_WEEKS = 26;

function shortOf(view: FarmView, orderId: string): OrderPage['short'] {
  const { facts, forecast } = view;
  if (!facts.promises.some((p) => p.orderId === orderId)) return {};
  const table = promiseTable({ forecast, products: facts.products, promises: facts.promises, weeks: ORDER_WEEKS });
  return Object.fromEntries(
    table.flatMap(({ product, weeks }) =>
      weeks
        .flatMap((w) => w.shortLines.filter((l) => l.orderId === orderId))
        .map((l) => [
          l.lineId,
          product.cropCode
            ? { quantity: l.quantity, mendAt: '/beds', mendWords: say`See which sowing would give it` }
            : { quantity: l.quantity, mendAt: '/season', mendWords: say`See which harvest could slide` },
        ]),
    ),
  );
}

export interface NewOrderPage extends DayView {
  customers: { id: string; name: string; channel: string }[];
  /** By customer. */
  last: Record<string, LastOrder>;
  products: { code: string; name: string; unit: ProductUnit; packSize: number | null }[];
}

/** What a customer ordered last, each line as it is said and as it is typed. */
export interface LastOrder {
  code: string;
  dueDay: Day;
  lines: { productCode: string; name: string; words: string; typed: string }[];
}

function lastShown(
  { facts, units }: FarmView,
  last: Awaited<ReturnType<typeof lastOrders>>,
): Record<string, LastOrder> {
  const shown = [...last].map(([customerId, { code, dueDay, lines }]): [string, LastOrder] => [
    customerId,
    {
      code,
      dueDay,
      lines: lines.flatMap(({ productCode, quantity }) => {
        const product = facts.products.find((p) => p.code === productCode && !p.retiredOn);
        if (!product) return [];
        const typed = product.unit === 'kg' ? Number(toShown('mass', quantity, units).toFixed(2)) : quantity;
        const words = formatQuantity(quantity, product.unit, units);
        return [{ productCode, name: product.name, words, typed: String(typed) }];
      }),
    },
  ]);
  return Object.fromEntries(shown.filter(([, o]) => o.lines.length > 0));
}

export async function newOrderPage(search: Search): Promise<NewOrderPage> {
  const view = await farmView(search, async (tx) => ({
    customers: await listCustomers(tx),
    last: await lastOrders(tx),
  }));
  return {
    ...dayOnly(view),
    customers: view.more.customers,
    last: lastShown(view, view.more.last),
    products: view.facts.products
      .filter((p) => !p.retiredOn)
      .map(({ code, name, unit, packSize }) => ({ code, name, unit, packSize: packSize ?? null })),
  };
}
