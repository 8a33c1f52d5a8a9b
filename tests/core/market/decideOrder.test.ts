import { describe, expect, test } from 'vitest';
import { settled } from '../../../src/core/acts/decision';
import type { GoodsLot } from '../../../src/core/market/decideGoods';
import {
  decideCallingOff,
  decideDelivery,
  decideOrder,
  decidePaid,
  decidePuttingBack,
  decideSettingAside,
} from '../../../src/core/market/decideOrder';
import type { Order, OrderLine } from '../../../src/core/market/order';
import { askedOf, refusedOf } from '../acts/answers';

const line = (over: Partial<OrderLine> = {}): OrderLine => ({
  ...{ id: 'l1', productCode: 'romaine', productName: 'Romaine', unit: 'head', quantity: 20, priceMinor: 150 },
  ...{ setAside: [], delivered: 0, ...over },
});
const order = (over: Partial<Order> = {}): Order => ({
  ...{ id: 'o1', code: 'O-1001', customer: 'Corner shop', channel: 'shop', dueDay: '2026-06-12', state: 'open' },
  ...{ version: 3, lines: [line()], ...over },
});
const heads = (over: Partial<GoodsLot> = {}): GoodsLot => ({
  ...{ id: 'lot', code: 'PP-ROM-1', kind: 'packed_produce', packedOn: '2026-06-05', storeId: 'cold', has: 30 },
  product: { code: 'romaine', name: 'Romaine', unit: 'head', shelfLifeDays: 7, madeFrom: null },
  ...over,
});
const aside = (lot: GoodsLot | null, quantity: number, over: { reason?: string; isManager?: boolean } = {}) =>
  decideSettingAside(
    { order: order(), lot, isManager: over.isManager ?? false },
    { lineId: 'l1', quantity, reason: over.reason },
  );

describe('goods are set aside for an order', () => {
  test('out of the store they lie in, for their line; the order moves on so that a stale screen is told', () => {
    expect(settled(aside(heads(), 20), true).effects).toEqual([
      {
        ...{ does: 'movement', lot: { lotId: 'lot' }, from: { placeId: 'cold' }, to: { role: 'aside' }, count: 20 },
        ...{ reason: 'allocate', lineId: 'l1', note: undefined },
      },
      { does: 'order', orderId: 'o1' },
    ]);
  });

  test('on the last day they keep they may still go; a day later only a manager gives them, with a reason', () => {
    expect(refusedOf(aside(heads({ packedOn: '2026-06-05' }), 5))).toBeNull();
    const old = heads({ packedOn: '2026-06-04' });
    expect(refusedOf(aside(old, 5))).toEqual(['reason', expect.stringMatching(/PP-ROM-1 is to be used by 11 Jun/)]);
    const reason = 'Agreed with the shop';
    expect(refusedOf(aside(old, 5, { reason }))).toEqual(['reason', expect.stringMatching(/Only a manager/)]);
    expect(refusedOf(aside(old, 5, { reason, isManager: true }))).toBeNull();
  });

  test('another product, half a head, more than lies there and more than a tenth too much are refused at their field', () => {
    const other = heads({ product: { ...heads().product, code: 'basil' } });
    expect(refusedOf(aside(other, 5))?.[0]).toBe('lotId');
    expect(refusedOf(aside(null, 5))?.[0]).toBe('lotId');
    expect(refusedOf(aside(heads(), 2.5))).toEqual(['quantity', expect.stringMatching(/sold whole/)]);
    expect(refusedOf(aside(heads({ has: 4 }), 5))).toEqual(['quantity', expect.stringMatching(/holds less/)]);
    expect(refusedOf(aside(heads(), 22))).toBeNull();
    expect(refusedOf(aside(heads(), 23))).toEqual(['quantity', expect.stringMatching(/more than a tenth above/)]);
  });
});

describe('an order goes its way', () => {
  const given = (quantity: number, lotId: string) => ({ lotId, lotCode: lotId, quantity, movementId: `m-${lotId}` });
  const packed = order({
    lines: [
      line({ setAside: [given(12, 'a'), given(8, 'b')] }),
      line({ id: 'l2', unit: 'kg', setAside: [given(2400, 'c')] }),
    ],
  });

  test('all that is set aside goes out, kilograms in grams; then the order is closed', () => {
    const { effects } = settled(decideDelivery(packed), true);
    const out = effects.flatMap((e) => (e.does === 'movement' ? [[e.count ?? 0, e.massG ?? 0, e.lineId]] : []));
    expect(out).toEqual([
      [12, 0, 'l1'],
      [8, 0, 'l1'],
      [0, 2400, 'l2'],
    ]);
    expect(effects.at(-1)).toEqual({ does: 'order', orderId: 'o1', state: 'delivered' });
    expect(refusedOf(decideDelivery(order()))?.[1]).toMatch(/Nothing is reserved/);
  });

  test('called off, what was set aside is free again; put back, only what is named', () => {
    const back = settled(decideCallingOff(packed), true).effects;
    expect(back.flatMap((e) => (e.does === 'reversed' ? [e.movementId] : []))).toEqual(['m-a', 'm-b', 'm-c']);
    expect(back.at(-1)).toMatchObject({ state: 'cancelled' });
    expect(settled(decidePuttingBack(packed, 'm-b'), true).effects).toEqual([
      { does: 'reversed', movementId: 'm-b' },
      { does: 'order', orderId: 'o1' },
    ]);
    expect(refusedOf(decidePuttingBack(packed, 'm-z'))?.[0]).toBe('movementId');
  });

  test('nothing happens to an order that is closed, and none is paid before it is delivered', () => {
    for (const state of ['delivered', 'paid', 'cancelled'] as const) {
      const closed = order({ ...packed, state });
      for (const decided of [decideDelivery(closed), decideCallingOff(closed), decidePuttingBack(closed, 'm-a')])
        expect(refusedOf(decided), state).toEqual(['orderId', expect.stringContaining(state)]);
    }
    expect(refusedOf(decidePaid(order()))?.[1]).toMatch(/paid after it is delivered/);
    expect(refusedOf(decidePaid(order({ state: 'delivered' })))).toBeNull();
  });
});

describe('an order is taken', () => {
  const products = [
    { code: 'romaine', name: 'Romaine', unit: 'head' as const, retiredOn: null },
    { code: 'old', name: 'Old leaf', unit: 'kg' as const, retiredOn: '2026-01-01' },
  ];
  const known = { today: '2026-06-10', customerKnown: true, products, prices: new Map([['romaine', 150]]), asked: [] };
  const wish = (over: object = {}) => ({
    ...{ customerId: 'c', dueDay: '2026-06-12', lines: [{ productCode: 'romaine', quantity: 20 }], ...over },
  });

  test('at the customer’s price of its day', () => {
    expect(settled(decideOrder(known, wish()), true).effects).toEqual([
      {
        ...{ does: 'orderTaken', as: 'order' },
        order: {
          customerId: 'c',
          dueDay: '2026-06-12',
          lines: [{ productCode: 'romaine', quantity: 20, priceMinor: 150 }],
        },
      },
    ]);
  });

  test('what would be short is asked about once all else is in order', () => {
    const short = { ...known, asked: ['12 heads would be short. Take it all the same?'] };
    expect(askedOf(decideOrder(short, wish()))).toEqual(short.asked);
    expect(refusedOf(decideOrder(short, wish({ dueDay: '2026-06-09' })))?.[0]).toBe('dueDay');
  });

  test('a day that has passed or is far off, strangers, what is not sold and half a head are refused at their field', () => {
    const at = (over: object) => refusedOf(decideOrder(known, wish(over)))?.[0];
    const one = (productCode: string, quantity = 1) => ({ lines: [{ productCode, quantity }] });
    expect(at({ dueDay: '2027-07-16' })).toBe('dueDay');
    expect(refusedOf(decideOrder({ ...known, customerKnown: false }, wish()))?.[0]).toBe('customerId');
    expect(at(one('caviar'))).toBe('lines.0.productCode');
    expect(at(one('old'))).toBe('lines.0.productCode');
    expect(at(one('romaine', 0.5))).toBe('lines.0.quantity');
  });
});
