import { say } from '../core/words/words';
import { randomUUID } from 'node:crypto';
import { RuleBroken } from '../core/errors';
import type { Day } from '../core/quantity/days';
import type { Tx } from './connection';
import { pricesOn } from './prices';
import { takeNumber } from './entries';
import { type Entry } from './ledger';
import type { OrderTaken } from '../core/acts/effects';
import type { Order, OrderState } from '../core/market/order';

interface ListOrdersArgs {
  tx: Tx;
  from: Day;
  until: Day;
  asOf: Day;
}

/** Orders due between two days, each in the state it was in at the end of a day. */
export async function listOrders({ tx, from, until, asOf }: ListOrdersArgs) {
  const rows = await tx('sales_order as o')
    .join('customer as c', 'c.id', 'o.customer_id')
    .whereBetween('o.due_day', [from, until])
    .andWhereRaw(
      `not exists (select from order_event e where e.farm_id = o.farm_id and e.order_id = o.id and e.kind = 'placed' and e.farm_day > ?)`,
      [asOf],
    )
    .orderBy(['o.due_day', 'c.name', 'o.code'])
    .select('o.id', 'o.code', 'c.name', 'c.channel', 'o.due_day', 'o.version')
    .select(
      tx.raw(
        `case when o.state = 'open' then 'open' else coalesce((select e.kind from order_event e where e.farm_id = o.farm_id and e.order_id = o.id
           and e.kind <> 'placed' and e.farm_day <= ? order by e.id desc limit 1), 'open') end as state`,
        [asOf],
      ),
    );
  return rows.map((r) => ({
    id: r.id,
    code: r.code,
    customer: r.name,
    channel: r.channel,
    dueDay: r.due_day as Day,
    state: r.state as Order['state'],
  }));
}

/** One order with its lines and what is set aside for them. @throws {RuleBroken} when it is not this farm's */
export async function loadOrder(tx: Tx, orderId: string): Promise<Order> {
  const o = await tx('sales_order as o')
    .join('customer as c', 'c.id', 'o.customer_id')
    .where('o.id', orderId)
    .first('o.*', 'c.name', 'c.channel');
  if (!o) throw new RuleBroken('orderId', say`There is no such order on this farm.`);
  const lines = await tx('order_line as l')
    .join('product as p', 'p.code', 'l.product_code')
    .where('l.order_id', orderId)
    .orderBy(['p.name', 'p.code', 'l.id'])
    .select('l.*', 'p.name', 'p.unit');
  const moves = await tx('movement as m')
    .join('lot as t', 't.id', 'm.lot_id')
    .whereIn(
      'm.order_line_id',
      lines.map((l) => l.id),
    )
    .whereIn('m.reason', ['allocate', 'deliver'])
    .whereNotExists(tx('movement as r').whereRaw('r.farm_id = m.farm_id and r.reverses_id = m.id'))
    .orderBy(['m.occurred_at', 'm.recorded_at', 'm.ctid'])
    .select('m.id', 'm.order_line_id', 'm.reason', 'm.count', 'm.mass_g', 'm.lot_id', 't.code');
  return {
    id: o.id,
    code: o.code,
    customer: o.name,
    channel: o.channel,
    dueDay: o.due_day,
    state: o.state,
    version: o.version,
    lines: lines.map((l) => {
      const own = moves.filter((m) => m.order_line_id === l.id);
      const quantity = (m: { count: number; mass_g: number }) => (l.unit === 'kg' ? m.mass_g : m.count);
      const sum = (reason: string) =>
        own.filter((m) => m.reason === reason).reduce((total, m) => total + quantity(m), 0);
      return {
        id: l.id,
        productCode: l.product_code,
        productName: l.name,
        unit: l.unit,
        quantity: l.quantity,
        priceMinor: l.price_minor,
        setAside: own
          .filter((m) => m.reason === 'allocate')
          .map((m) => ({ lotId: m.lot_id, lotCode: m.code, quantity: quantity(m), movementId: m.id })),
        delivered: sum('deliver'),
      };
    }),
  };
}

/** Takes the order for changing it. @throws {RuleBroken} when someone changed it since `version` was read */
/** @throws {RuleBroken} when there is no such order */
export async function orderVersion(tx: Tx, orderId: string): Promise<number> {
  const row = await tx('sales_order').where({ id: orderId }).first('version');
  if (!row) throw new RuleBroken('form', say`There is no such order on this farm.`);
  return row.version;
}

export async function lockOrder(tx: Tx, orderId: string, version: number): Promise<Order> {
  const row = await tx('sales_order').where({ id: orderId }).forUpdate().first('version');
  if (!row) throw new RuleBroken('orderId', say`There is no such order on this farm.`);
  if (row.version !== version) {
    throw new RuleBroken(
      'version',
      say`Someone changed this order while you had it open. Reload to see it as it is now; nothing was saved.`,
    );
  }
  return loadOrder(tx, orderId);
}

/** What is known of who orders and what of, before an order is decided. */
export async function orderFacts(
  tx: Tx,
  wish: { customerId: string; dueDay: Day; lines: readonly { productCode: string }[] },
) {
  const codes = wish.lines.map((l) => l.productCode);
  const products = await tx('product').whereIn('code', codes).select('code', 'name', 'unit', 'retired_on');
  return {
    customerKnown: Boolean(await tx('customer').where({ id: wish.customerId }).first('id')),
    products: products.map((p) => ({ code: p.code, name: p.name, unit: p.unit, retiredOn: p.retired_on })),
    prices: await pricesOn(tx, wish.customerId, wish.dueDay),
  };
}

/** @returns its id */
export async function addOrder(tx: Tx, entry: Entry, { customerId, dueDay, lines }: OrderTaken): Promise<string> {
  const id = randomUUID();
  await tx('sales_order').insert({
    ...{ farm_id: entry.farmId, id, code: `O-${await orderNumber(tx, entry.farmId)}`, entry_key: entry.entryKey },
    ...{ customer_id: customerId, due_day: dueDay },
  });
  await tx('order_line').insert(
    lines.map((line) => ({
      ...{ farm_id: entry.farmId, id: randomUUID(), order_id: id, product_code: line.productCode },
      ...{ quantity: line.quantity, price_minor: line.priceMinor },
    })),
  );
  await addOrderEvent(tx, entry, id, 'placed');
  return id;
}

async function addOrderEvent(tx: Tx, entry: Entry, orderId: string, kind: string): Promise<void> {
  await tx('order_event').insert({
    ...{ farm_id: entry.farmId, order_id: orderId, kind, farm_day: entry.farmDay, at: entry.at },
    person_id: entry.personId,
  });
}

/** Its version moves on, and a new state stands in its history. */
export async function changeOrder(
  tx: Tx,
  entry: Entry,
  { orderId, state, dueDay }: { orderId: string; state?: OrderState; dueDay?: Day },
): Promise<void> {
  await tx('sales_order')
    .where({ id: orderId })
    .update({ version: tx.raw('version + 1'), ...(state ? { state } : {}), ...(dueDay ? { due_day: dueDay } : {}) });
  if (state) await addOrderEvent(tx, entry, orderId, state);
}

const FIRST_ORDER = 1001;

/** The next number of an order. The first one on a farm goes on from what is there. */
async function orderNumber(tx: Tx, farmId: string): Promise<number> {
  const known = await tx('counter').where({ name: 'order' }).first('last');
  if (known) return takeNumber({ tx, farmId, name: 'order', first: FIRST_ORDER });
  const { rows } = await tx.raw(
    `select max(substring(code from '^O-([0-9]{1,12})$')::bigint) as last from sales_order`,
  );
  return takeNumber({ tx, farmId, name: 'order', first: (rows[0].last ?? FIRST_ORDER - 1) + 1 });
}

export async function orderEvents(tx: Tx, orderId: string) {
  const rows = await tx('order_event as e')
    .leftJoin('person as p', 'p.id', 'e.person_id')
    .where('e.order_id', orderId)
    .orderBy('e.id')
    .select('e.kind', 'e.farm_day', 'p.name');
  return rows.map((r) => ({ kind: r.kind as string, day: r.farm_day as Day, by: (r.name as string | null) ?? '' }));
}

/** Lots of a product that can be set aside, in the cold room or alive in holding, oldest first. */
export async function packedLots(tx: Tx, productCodes: string[]) {
  const rows = await tx('balance as b')
    .join('lot as l', 'l.id', 'b.lot_id')
    .join('place as p', 'p.id', 'b.place_id')
    .whereIn('p.role', ['cold', 'live'])
    .whereIn('l.product_code', productCodes)
    .whereRaw('(b.count > 0 or b.mass_g > 0)')
    .orderBy(['l.began_on', 'l.code'])
    .select('l.id', 'l.code', 'l.product_code', 'l.began_on', 'b.count', 'b.mass_g');
  return rows.map((r) => ({
    lotId: r.id as string,
    lotCode: r.code as string,
    productCode: r.product_code as string,
    packedOn: r.began_on as Day,
    quantity: (r.mass_g > 0 ? r.mass_g : r.count) as number,
  }));
}

/** What each customer ordered last, by customer: orders that were not cancelled. */
export async function lastOrders(
  tx: Tx,
): Promise<Map<string, { code: string; dueDay: Day; lines: { productCode: string; quantity: number }[] }>> {
  const { rows } = await tx.raw(
    `select o.customer_id, o.code, o.due_day, l.product_code, l.quantity::float8 as quantity
     from (select distinct on (customer_id) farm_id, id, customer_id, code, due_day from sales_order where state <> 'cancelled'
       order by customer_id, due_day desc, code desc) o
     join order_line l on l.farm_id = o.farm_id and l.order_id = o.id order by o.customer_id, l.id`,
  );
  type Row = { customer_id: string; code: string; due_day: Day; product_code: string; quantity: number };
  const last = new Map<string, { code: string; dueDay: Day; lines: { productCode: string; quantity: number }[] }>();
  for (const r of rows as Row[]) {
    const order = last.get(r.customer_id) ?? { code: r.code, dueDay: r.due_day, lines: [] };
    last.set(r.customer_id, order);
    order.lines.push({ productCode: r.product_code, quantity: r.quantity });
  }
  return last;
}

export async function listCustomers(tx: Tx): Promise<{ id: string; name: string; channel: string }[]> {
  return tx('customer').orderBy(['name', 'id']).select('id', 'name', 'channel');
}
