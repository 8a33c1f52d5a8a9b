import type { FreeProduct } from '../../questions/freeThatDay';
import { ask, send } from '../../commands/client';

const act = (name: string) => (values: Record<string, unknown>) => send<string>(name, values);

/** Answers with the order's id. */
export const takeOrder = act('order.place@1');
export const setAside = act('order.setAside@1');
export const deliverOrder = act('order.deliver@1');
export const payOrder = act('order.pay@1');
export const callOrderOff = act('order.callOff@1');
export const putBack = act('order.putBack@1');
export const writeOffGoods = act('stock.writeOff@1');
export const makeGoods = act('stock.make@1');

/** Asked when the day of an order is chosen: what of all products is free on it. */
export async function askFreeThatDay(day: string): Promise<FreeProduct[] | null> {
  const outcome = await ask<FreeProduct[] | null>('order.freeThatDay', { day });
  return outcome.ok ? outcome.value : null;
}

/** Asked while an order is typed: what is free to promise on its day. */
export async function askFree(productCode: string, day: string): Promise<string | null> {
  const outcome = await ask<string | null>('order.free', { productCode, day });
  return outcome.ok ? outcome.value : null;
}
