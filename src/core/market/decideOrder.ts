import { decide, refuse, type Decision } from '../acts/decision';
import { at, role, type Effect, type Taken } from '../acts/effects';
import type { ProductFact } from '../facts/farm';
import { addDays, type Day } from '../quantity/days';
import { shortDay } from '../quantity/sayDay';
import { say } from '../words/words';
import type { GoodsLot } from './decideGoods';
import { moved, requireWhole, type Order, type OrderState } from './order';
import { useByDay } from './useBy';

/** Orders are taken so far ahead, days. */
const FARTHEST_DAYS = 400;

interface OrderFacts {
  today: Day;
  /** Whether the customer is one of this farm. */
  customerKnown: boolean;
  products: readonly Pick<ProductFact, 'code' | 'name' | 'unit' | 'retiredOn'>[];
  /** What this customer pays on the day, minor units of the currency, by product. */
  prices: ReadonlyMap<string, number>;
  /** What looks wrong about it against what will be there, a line each. */
  asked: readonly string[];
}

interface OrderWish {
  customerId: string;
  dueDay: Day;
  lines: readonly { productCode: string; quantity: number }[];
}

/** An order is taken. What is said is its id. */
export function decideOrder({ today, customerKnown, products, prices, asked }: OrderFacts, wish: OrderWish) {
  return decide((asks): Taken => {
    if (wish.dueDay < today) refuse('dueDay', say`That day has passed.`);
    if (wish.dueDay > addDays(today, FARTHEST_DAYS)) refuse('dueDay', say`That is more than a year ahead.`);
    if (!customerKnown) refuse('customerId', say`Choose a customer of this farm.`);
    const lines = wish.lines.map(({ productCode, quantity }, i) => {
      const product = products.find((p) => p.code === productCode);
      if (!product) return refuse(`lines.${i}.productCode`, say`Choose a product of this farm.`);
      if (product.retiredOn)
        refuse(`lines.${i}.productCode`, say`${product.name} is put away and not offered any more.`);
      requireWhole(product.unit, quantity, `lines.${i}.quantity`);
      return { productCode, quantity, priceMinor: prices.get(productCode)! };
    });
    asks.push(...asked);
    const order = { customerId: wish.customerId, dueDay: wish.dueDay, lines };
    return { effects: [{ does: 'orderTaken', as: 'order', order }], said: (made) => made.order! };
  });
}

/** The order moves on: whoever has it open as it was is refused, and a new state stands in its history. */
const became = (order: Order, state?: OrderState): Effect => ({
  does: 'order',
  orderId: order.id,
  ...(state ? { state } : {}),
});

interface Aside {
  lineId: string;
  quantity: number;
  /** Why a manager gives what is past its use-by. */
  reason?: string | undefined;
}

/** Part of a lot is set aside for a line of an order: a movement, so it cannot be promised or given twice. */
export function decideSettingAside(
  { order, lot, isManager }: { order: Order; lot: GoodsLot | null; isManager: boolean },
  { lineId, quantity, reason }: Aside,
): Decision<Taken> {
  return decide(() => {
    if (reason && !isManager) refuse('reason', say`Only a manager may give goods past their use-by.`);
    if (order.state !== 'open')
      refuse('orderId', say`This order is ${order.state}; nothing more can be reserved for it.`);
    const line = order.lines.find((l) => l.id === lineId) ?? refuse('lineId', say`That line is not on this order.`);
    if (lot?.product.code !== line.productCode) return refuse('lotId', say`Choose a lot of ${line.productName}.`);
    requireWhole(line.unit, quantity, 'quantity');
    const useBy = useByDay(lot.packedOn, lot.product.shelfLifeDays);
    if (line.unit !== 'fish' && useBy < order.dueDay && !reason)
      refuse(
        'reason',
        say`${lot.code} is to be used by ${shortDay(useBy)}; this order is due on ${shortDay(order.dueDay)}. Choose a fresher lot, or a manager gives a reason.`,
      );
    if (quantity > lot.has + 0.05)
      refuse('quantity', say`${lot.code} holds less than that: look at what is left there.`);
    const owed = line.quantity - line.setAside.reduce((sum, a) => sum + a.quantity, 0);
    if (quantity > owed * 1.1 + 0.5)
      refuse('quantity', say`That is more than a tenth above what the line still needs.`);
    const movement: Effect = {
      ...{ does: 'movement', lot: { lotId: lot.id }, from: at(lot.storeId), to: role('aside') },
      ...{ ...moved(line.unit, quantity), reason: 'allocate', lineId: line.id, note: reason },
    };
    return { effects: [movement, became(order)], said: () => say`Reserved.` };
  });
}

/** What was set aside for an open order goes back to where it lay. */
export function decidePuttingBack(order: Order, movementId: string): Decision<Taken> {
  return decide(() => {
    if (order.state !== 'open') refuse('orderId', say`This order is ${order.state}; nothing of it is put back.`);
    if (!order.lines.some((l) => l.setAside.some((a) => a.movementId === movementId)))
      refuse('movementId', say`That is not reserved for this order any more.`);
    const effects: Effect[] = [{ does: 'reversed', movementId }, became(order)];
    return { effects, said: () => say`Put back: it is free for other orders again.` };
  });
}

function requireOpen(order: Order): void {
  if (order.state !== 'open') refuse('orderId', say`This order is already ${order.state}.`);
}

/** Everything set aside goes out, and the order is closed. */
export function decideDelivery(order: Order): Decision<Taken> {
  return decide(() => {
    requireOpen(order);
    const goods = order.lines.flatMap((line) => line.setAside.map((a) => ({ line, ...a })));
    if (goods.length === 0) refuse('orderId', say`Nothing is reserved for this order yet.`);
    const movements = goods.map(({ line, lotId, quantity }): Effect => ({
      ...{ does: 'movement', lot: { lotId }, from: role('aside'), to: role('sold') },
      ...{ ...moved(line.unit, quantity), reason: 'deliver', lineId: line.id },
    }));
    return { effects: [...movements, became(order, 'delivered')], said: () => say`Delivered.` };
  });
}

/** An open order is called off: what was set aside for it is free again. */
export function decideCallingOff(order: Order): Decision<Taken> {
  return decide(() => {
    requireOpen(order);
    const aside = order.lines.flatMap((l) => l.setAside);
    const back = aside.map(({ movementId }): Effect => ({ does: 'reversed', movementId }));
    return {
      effects: [...back, became(order, 'cancelled')],
      said: () => say`Cancelled. What was reserved is free again.`,
    };
  });
}

export function decidePaid(order: Order): Decision<Taken> {
  return decide(() => {
    if (order.state !== 'delivered')
      refuse('orderId', say`An order is paid after it is delivered; this one is ${order.state}.`);
    return { effects: [became(order, 'paid')], said: () => say`Paid.` };
  });
}
