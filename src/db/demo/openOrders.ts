import type { Knex } from 'knex';
import { freeOn } from '../../core/market/freeOn';
import { serveFamilies } from '../../core/market/serveFamilies';
import { forecastFarm } from '../../core/plan/forecast';
import type { FarmFacts, ProductFact } from '../../core/facts/farm';
import type { FarmForecast } from '../../core/facts/forecast';
import { addDays, type Day } from '../../core/quantity/days';
import { loadFacts } from '../slices';
import { openSteps } from '../plan';
import { nextThursday } from './rotation';
import type { Random } from './random';

interface Settling {
  farmId: string;
  random: Random;
  today: Day;
  /** Who asks for one order too many, and its code. */
  customerId: string;
  code: string;
}

/**
 * Makes the open orders what a careful office would have promised, whatever the season the demo begins in, and then
 * one order too many: more trout than can be had for a Tuesday about four weeks ahead.
 */
export async function settleOrders(tx: Knex.Transaction, settling: Settling) {
  await tx.raw(`select set_config('app.farm_id', ?, true)`, [settling.farmId]);
  const forecast = forecastFarm(await loadFacts(tx, settling.today, true), await openSteps(tx));
  const known = async (): Promise<Known> => ({ facts: await loadFacts(tx, settling.today, true), forecast });
  await keepToSupply(tx, await known());
  await addFillets(tx, await known(), settling);
  await addShortOrder(tx, await known(), settling);
}

interface Known {
  facts: FarmFacts;
  forecast: FarmForecast;
}

const STEP: Record<ProductFact['unit'], number> = { kg: 500, head: 6, bunch: 5, tray: 2, fish: 1 };

/** Standing orders follow an average week; in a thin week less of them, or nothing, was promised. */
async function keepToSupply(tx: Knex.Transaction, { facts, forecast }: Known) {
  const served = serveFamilies({ forecast, products: facts.products, promises: facts.promises });
  for (const product of facts.products) {
    const { short } = served.get(product.code)!;
    for (const [lineId, missing] of short) {
      const line = facts.promises.find((p) => p.lineId === lineId)!;
      const quantity = Math.floor((line.quantity - missing) / STEP[product.unit]) * STEP[product.unit];
      if (quantity > 0) await tx('order_line').where({ id: lineId }).update({ quantity });
      else await tx('order_line').where({ id: lineId }).del();
    }
  }
  const empty = tx('sales_order as o')
    .where('o.state', 'open')
    .whereNotExists(tx('order_line as l').whereRaw('l.order_id = o.id'))
    .select('o.id');
  await tx('sales_order').whereIn('id', empty).update({ state: 'cancelled' });
}

const FILLETS_G = 3000;

/** A restaurant wants its trout filleted: out of the same supply, where there is enough. */
async function addFillets(tx: Knex.Transaction, { facts, forecast }: Known, { farmId, random, today }: Settling) {
  const product = facts.products.find((p) => p.code === 'rainbow-trout-fillet')!;
  const open: { id: string; due_day: Day }[] = await tx('sales_order')
    .where({ state: 'open' })
    .andWhere('due_day', '>', addDays(today, 9))
    .orderBy(['due_day', 'code'])
    .limit(12)
    .select('id', 'due_day');
  const order = open.find((o) => (freeOn({ facts, forecast, product, day: o.due_day }) ?? 0) >= FILLETS_G);
  if (!order) return;
  await tx('order_line').insert({
    farm_id: farmId,
    id: random.uuid(),
    order_id: order.id,
    product_code: product.code,
    quantity: FILLETS_G,
    price_minor: product.priceMinor,
  });
}

async function addShortOrder(
  tx: Knex.Transaction,
  { facts, forecast }: Known,
  { farmId, random, today, customerId, code }: Settling,
) {
  const due = addDays(nextThursday(today), 26);
  const product = facts.products.find((p) => p.code === 'rainbow-trout')!;
  const free = freeOn({ facts, forecast, product, day: due }) ?? 0;
  const orderId = random.uuid();
  await tx('sales_order').insert({
    farm_id: farmId,
    id: orderId,
    code,
    entry_key: `demo-${code}`,
    customer_id: customerId,
    due_day: due,
  });
  await tx('order_line').insert({
    farm_id: farmId,
    id: random.uuid(),
    order_id: orderId,
    product_code: 'rainbow-trout',
    quantity: Math.round(free / 500) * 500 + 9000,
    price_minor: 1450,
  });
  await tx('order_event').insert({
    farm_id: farmId,
    order_id: orderId,
    kind: 'placed',
    farm_day: today,
    at: new Date(`${today}T00:00:00Z`),
  });
}
