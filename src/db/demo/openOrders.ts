import type { Knex } from 'knex';
import { availableToPromise, serveDemands } from '../../core/market/promise';
import { forecastFarm } from '../../core/plan/forecast';
import type { FarmFacts, ProductFact, SupplyBatch } from '../../core/plan/types';
import { addDays, dayNumber, type Day } from '../../core/quantity/days';
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
  const facts = await loadFacts(tx, settling.today, true);
  const { supply } = forecastFarm(facts, await openSteps(tx));
  await keepToSupply(tx, facts, supply);
  await addShortOrder(tx, { facts, supply }, settling);
}

function demandsOf(facts: FarmFacts, productCode: string) {
  const today = dayNumber(facts.today);
  return facts.promises
    .filter((p) => p.productCode === productCode)
    .map((p) => ({ id: p.lineId, at: Math.max(0, dayNumber(p.day) - today), quantity: p.quantity }));
}

const STEP: Record<ProductFact['unit'], number> = { kg: 500, head: 6, bunch: 5, fish: 1 };

/** Standing orders follow an average week; in a thin week less of them, or nothing, was promised. */
async function keepToSupply(tx: Knex.Transaction, facts: FarmFacts, supply: readonly SupplyBatch[]) {
  for (const product of facts.products) {
    const batches = supply.filter((b) => b.productCode === product.code);
    const demands = demandsOf(facts, product.code);
    const { short } = serveDemands(batches, demands);
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

async function addShortOrder(
  tx: Knex.Transaction,
  { facts, supply }: { facts: FarmFacts; supply: readonly SupplyBatch[] },
  { farmId, random, today, customerId, code }: Settling,
) {
  const due = addDays(nextThursday(today), 26);
  const at = dayNumber(due) - dayNumber(today);
  const batches = supply.filter((b) => b.productCode === 'rainbow-trout');
  const free = availableToPromise({ batches, demands: demandsOf(facts, 'rainbow-trout'), at, step: 100 });
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
