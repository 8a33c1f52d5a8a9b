import { RuleBroken } from '../core/errors';
import { useByDay } from '../core/market/useBy';
import { shortDay } from '../core/quantity/sayDay';
import { say } from '../core/words/words';
import type { Tx } from './connection';
import { type Entry, placeOfRole, storeHolding, balanceAt, recordMovement, reverseMovement } from './ledger';
import { Order, lockOrder, meantOf, requireWhole } from './orders';

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
  // Live fish wait in a holding tank, everything else in a cold room.
  const store = await storeHolding(tx, wish.lotId, line.unit === 'fish' ? 'live' : 'cold');
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
      toPlaceId: await placeOfRole(tx, 'aside'),
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
  const store = await storeHolding(tx, wish.lotId, lot.unit === 'fish' ? 'live' : 'cold');
  const there = await balanceAt(tx, wish.lotId, store);
  const has = lot.unit === 'kg' ? there.massG : there.count;
  const quantity = meantOf(lot.unit, wish.quantity, has);
  if (quantity > has)
    throw new RuleBroken('quantity', say`${lot.code} holds less than that: look at what is left there.`);
  const amount = lot.unit === 'kg' ? { massG: quantity } : { count: quantity };
  await recordMovement({
    tx,
    entry,
    movement: {
      lotId: wish.lotId,
      fromPlaceId: store,
      toPlaceId: await placeOfRole(tx, 'compost'),
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
  const aside = await placeOfRole(tx, 'aside');
  const sold = await placeOfRole(tx, 'sold');
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
