import { say } from '../core/words/words';
import { randomUUID } from 'node:crypto';
import { RuleBroken } from '../core/errors';
import { useByDay } from '../core/market/useBy';
import type { Day } from '../core/quantity/days';
import { shortDay } from '../core/quantity/sayDay';
import type { Tx } from './connection';
import { takeNumber } from './entries';
import { balanceAt, OUTSIDE, placeByCode, recordMovement, reverseMovement, type Entry } from './ledger';

export interface OrderLine {
  id: string;
  productCode: string;
  productName: string;
  unit: 'kg' | 'head' | 'bunch' | 'fish';
  quantity: number;
  priceMinor: number;
  /** Set aside and not yet delivered, by lot. */
  setAside: { lotId: string; lotCode: string; quantity: number; movementId: string }[];
  delivered: number;
}

export interface Order {
  id: string;
  code: string;
  customer: string;
  channel: string;
  dueDay: Day;
  state: 'open' | 'delivered' | 'paid' | 'cancelled';
  version: number;
  lines: OrderLine[];
}

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
    .orderBy(['o.due_day', 'c.name'])
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
    .orderBy('p.name')
    .select('l.*', 'p.name', 'p.unit');
  const moves = await tx('movement as m')
    .join('lot as t', 't.id', 'm.lot_id')
    .whereIn(
      'm.order_line_id',
      lines.map((l) => l.id),
    )
    .whereIn('m.reason', ['allocate', 'deliver'])
    .whereNotExists(tx('movement as r').whereRaw('r.farm_id = m.farm_id and r.reverses_id = m.id'))
    .orderBy('m.occurred_at')
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

interface SetStateArgs {
  tx: Tx;
  entry: Entry;
  order: Order;
  state: Order['state'] | null;
}

async function setState({ tx, entry, order, state }: SetStateArgs) {
  await tx('sales_order')
    .where({ id: order.id })
    .update({ version: order.version + 1, ...(state ? { state } : {}) });
  if (state && state !== 'open') {
    await tx('order_event').insert({
      farm_id: entry.farmId,
      order_id: order.id,
      kind: state,
      farm_day: entry.farmDay,
      at: entry.at,
      person_id: entry.personId,
    });
  }
}

export async function placeOrder(
  tx: Tx,
  entry: Entry,
  order: { customerId: string; dueDay: Day; lines: { productCode: string; quantity: number }[] },
): Promise<string> {
  const customer = await tx('customer').where({ id: order.customerId }).first('id');
  if (!customer) throw new RuleBroken('customerId', say`Choose a customer of this farm.`);
  const products = await tx('product').whereIn(
    'code',
    order.lines.map((l) => l.productCode),
  );
  const number = await orderNumber(tx, entry.farmId);
  const id = randomUUID();
  await tx('sales_order').insert({
    farm_id: entry.farmId,
    id,
    code: `O-${number}`,
    entry_key: entry.entryKey,
    customer_id: order.customerId,
    due_day: order.dueDay,
  });
  await tx('order_line').insert(
    order.lines.map((line, i) => {
      const product = products.find((p) => p.code === line.productCode);
      if (!product) throw new RuleBroken(`lines.${i}.productCode`, say`Choose a product of this farm.`);
      requireWhole(product.unit, line.quantity, `lines.${i}.quantity`);
      return {
        farm_id: entry.farmId,
        id: randomUUID(),
        order_id: id,
        product_code: line.productCode,
        quantity: line.quantity,
        price_minor: product.price_minor,
      };
    }),
  );
  await tx('order_event').insert({
    farm_id: entry.farmId,
    order_id: id,
    kind: 'placed',
    farm_day: entry.farmDay,
    at: entry.at,
    person_id: entry.personId,
  });
  return id;
}

/** Sets part of a packed lot aside for an order line: a movement, so it cannot be promised or given twice. */
export async function allocate(
  tx: Tx,
  entry: Entry,
  wish: { orderId: string; version: number; lineId: string; lotId: string; quantity: number; reason?: string },
): Promise<void> {
  const order = await lockOrder(tx, wish.orderId, wish.version);
  if (order.state !== 'open')
    throw new RuleBroken('orderId', say`This order is ${order.state}; nothing more can be set aside for it.`);
  const line = order.lines.find((l) => l.id === wish.lineId);
  if (!line) throw new RuleBroken('lineId', say`That line is not on this order.`);
  const lot = await tx('lot').where({ id: wish.lotId }).first('product_code', 'code', 'began_on');
  if (lot?.product_code !== line.productCode) throw new RuleBroken('lotId', say`Choose a lot of ${line.productName}.`);
  requireWhole(line.unit, wish.quantity, 'quantity');
  const keeps = await tx('product').where({ code: line.productCode }).first('shelf_life_days');
  const useBy = useByDay(lot.began_on, keeps?.shelf_life_days ?? 0);
  if (line.unit !== 'fish' && useBy < order.dueDay && !wish.reason)
    throw new RuleBroken(
      'reason',
      say`${lot.code} is to be used by ${shortDay(useBy)}; this order is due on ${shortDay(order.dueDay)}. Choose a fresher lot, or a manager gives a reason.`,
    );
  // Live fish wait in their holding tanks, everything else in the cold room.
  const store = await placeByCode(tx, line.unit === 'fish' ? OUTSIDE.live : OUTSIDE.coldRoom);
  const there = await balanceAt(tx, wish.lotId, store);
  const has = line.unit === 'kg' ? there.massG : there.count;
  if (wish.quantity > has + 0.05)
    throw new RuleBroken('quantity', say`${lot.code} holds less than that: look at what is left there.`);
  const owed = line.quantity - line.setAside.reduce((sum, a) => sum + a.quantity, 0);
  if (wish.quantity > owed * 1.1 + 0.5)
    throw new RuleBroken('quantity', say`That is more than a tenth above what the line still needs.`);
  await recordMovement({
    tx,
    entry,
    movement: {
      lotId: wish.lotId,
      fromPlaceId: store,
      toPlaceId: await placeByCode(tx, OUTSIDE.setAside),
      ...(line.unit === 'kg' ? { massG: wish.quantity } : { count: wish.quantity }),
      reason: 'allocate',
      orderLineId: line.id,
      note: wish.reason ?? null,
    },
    part: ':allocate',
  });
  await setState({ tx, entry, order, state: null });
}

/** What was set aside for an open order goes back to where it lay. */
export async function putBack(
  tx: Tx,
  entry: Entry,
  wish: { orderId: string; version: number; movementId: string },
): Promise<void> {
  const order = await lockOrder(tx, wish.orderId, wish.version);
  if (order.state !== 'open')
    throw new RuleBroken('orderId', say`This order is ${order.state}; nothing of it is put back.`);
  if (!order.lines.some((l) => l.setAside.some((a) => a.movementId === wish.movementId)))
    throw new RuleBroken('movementId', say`That is not set aside for this order any more.`);
  await reverseMovement(tx, entry, wish.movementId);
  await setState({ tx, entry, order, state: null });
}

/** Packed goods go to compost. @returns the lot's code */
export async function writeOff(
  tx: Tx,
  entry: Entry,
  wish: { lotId: string; quantity: number; reason: string },
): Promise<string> {
  const lot = await tx('lot as l')
    .join('product as p', 'p.code', 'l.product_code')
    .where('l.id', wish.lotId)
    .first('l.code', 'p.unit');
  if (!lot) throw new RuleBroken('lotId', say`That is no packed lot of this farm.`);
  requireWhole(lot.unit, wish.quantity, 'quantity');
  const store = await placeByCode(tx, lot.unit === 'fish' ? OUTSIDE.live : OUTSIDE.coldRoom);
  const there = await balanceAt(tx, wish.lotId, store);
  if (wish.quantity > (lot.unit === 'kg' ? there.massG : there.count) + 0.05)
    throw new RuleBroken('quantity', say`${lot.code} holds less than that: look at what is left there.`);
  const amount = lot.unit === 'kg' ? { massG: wish.quantity } : { count: wish.quantity };
  await recordMovement({
    tx,
    entry,
    movement: {
      lotId: wish.lotId,
      fromPlaceId: store,
      toPlaceId: await placeByCode(tx, OUTSIDE.compost),
      ...amount,
      reason: 'waste',
      note: wish.reason,
    },
  });
  return lot.code;
}

interface DeliverArgs {
  tx: Tx;
  entry: Entry;
  orderId: string;
  version: number;
}

/** Sends out everything set aside and closes the order. */
export async function deliver({ tx, entry, orderId, version }: DeliverArgs): Promise<void> {
  const order = await lockOrder(tx, orderId, version);
  if (order.state !== 'open') throw new RuleBroken('orderId', say`This order is already ${order.state}.`);
  const given = order.lines.flatMap((line) => line.setAside.map((a) => ({ line, ...a })));
  if (given.length === 0) throw new RuleBroken('orderId', say`Nothing is set aside for this order yet.`);
  const aside = await placeByCode(tx, OUTSIDE.setAside);
  const sold = await placeByCode(tx, OUTSIDE.sold);
  for (const [i, g] of given.entries()) {
    const amount = g.line.unit === 'kg' ? { massG: g.quantity } : { count: g.quantity };
    const movement = {
      lotId: g.lotId,
      fromPlaceId: aside,
      toPlaceId: sold,
      ...amount,
      reason: 'deliver' as const,
      orderLineId: g.line.id,
    };
    await recordMovement({ tx, entry, movement, part: `:d${i}` });
  }
  await setState({ tx, entry, order, state: 'delivered' });
}

interface CallOffArgs {
  tx: Tx;
  entry: Entry;
  orderId: string;
  version: number;
}

/** Calls an open order off: what was set aside for it is free again. */
export async function callOff({ tx, entry, orderId, version }: CallOffArgs): Promise<void> {
  const order = await lockOrder(tx, orderId, version);
  if (order.state !== 'open') throw new RuleBroken('orderId', say`This order is already ${order.state}.`);
  for (const { movementId } of order.lines.flatMap((l) => l.setAside)) await reverseMovement(tx, entry, movementId);
  await setState({ tx, entry, order, state: 'cancelled' });
}

/** Heads, bunches and fish are counted: there is no half of one. */
function requireWhole(unit: OrderLine['unit'], quantity: number, field: string) {
  if (unit !== 'kg' && !Number.isInteger(quantity))
    throw new RuleBroken(field, say`These are sold whole; ${quantity} is no number of pieces.`);
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

interface MarkPaidArgs {
  tx: Tx;
  entry: Entry;
  orderId: string;
  version: number;
}

export async function markPaid({ tx, entry, orderId, version }: MarkPaidArgs): Promise<void> {
  const order = await lockOrder(tx, orderId, version);
  if (order.state !== 'delivered')
    throw new RuleBroken('orderId', say`An order is paid after it is delivered; this one is ${order.state}.`);
  await setState({ tx, entry, order, state: 'paid' });
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
    .whereIn('p.code', [OUTSIDE.coldRoom, OUTSIDE.live])
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

export async function listCustomers(tx: Tx): Promise<{ id: string; name: string; channel: string }[]> {
  return tx('customer').orderBy('name').select('id', 'name', 'channel');
}
