import { settled } from '../../src/core/acts/decision';
import {
  decideCallingOff,
  decideDelivery,
  decideOrder,
  decidePaid,
  decideSettingAside,
} from '../../src/core/market/decideOrder';
import { apply } from '../../src/db/apply';
import type { Tx } from '../../src/db/connection';
import type { Entry } from '../../src/db/ledger';
import { goodsLot } from '../../src/db/lots';
import { lockOrder, orderFacts } from '../../src/db/orders';

/** Orders as the acts take and change them, without a person in front of a screen. */

type Wish = Parameters<typeof decideOrder>[1];

export async function placeOrder(tx: Tx, entry: Entry, wish: Wish): Promise<string> {
  const known = { ...(await orderFacts(tx, wish)), today: entry.farmDay, asked: [] };
  const { effects, said } = settled(decideOrder(known, wish), true);
  return said(await apply(tx, entry, effects));
}

interface OfOrder {
  tx: Tx;
  entry: Entry;
  orderId: string;
  version: number;
}

const step =
  (decider: typeof decidePaid) =>
  async ({ tx, entry, orderId, version }: OfOrder): Promise<void> =>
    void (await apply(tx, entry, settled(decider(await lockOrder(tx, orderId, version)), true).effects));

export const deliver = step(decideDelivery);
export const markPaid = step(decidePaid);
export const callOff = step(decideCallingOff);

export async function allocate(
  tx: Tx,
  entry: Entry,
  wish: { orderId: string; version: number; lineId: string; lotId: string; quantity: number },
): Promise<void> {
  const order = await lockOrder(tx, wish.orderId, wish.version);
  const known = { order, lot: await goodsLot(tx, wish.lotId), isManager: true };
  await apply(tx, entry, settled(decideSettingAside(known, wish), true).effects);
}
