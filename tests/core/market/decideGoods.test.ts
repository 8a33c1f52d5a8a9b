import { describe, expect, test } from 'vitest';
import { settled } from '../../../src/core/acts/decision';
import { decideMaking, decideWriteOff, type GoodsLot } from '../../../src/core/market/decideGoods';
import { refusedOf } from '../acts/answers';

const whole = { code: 'trout', name: 'Trout', unit: 'kg' as const, shelfLifeDays: 5, madeFrom: null };
const fillet = { ...whole, code: 'fillet', name: 'Trout fillet', madeFrom: { code: 'trout', takes: 2 } };
const bass = { ...whole, code: 'bass', name: 'Bass' };
const lot = (over: Partial<GoodsLot> = {}): GoodsLot => ({
  ...{ id: 'lot', code: 'PF-TRO-1', kind: 'packed_fish', packedOn: '2026-06-08', product: whole, storeId: 'cold' },
  ...{ has: 10_004, ...over },
});
const made = (v: { used: number; made: number; productCode?: string }, of: GoodsLot | null = lot()) =>
  decideMaking({ lot: of, products: [fillet, bass] }, { productCode: 'fillet', ...v });

describe('packed goods are made into others', () => {
  test('what went in leaves its lot: as much as came of it is packed, the rest is compost, and nothing is lost', () => {
    const { effects } = settled(made({ used: 4000, made: 2200 }), true);
    const moves = effects.flatMap((e) => (e.does === 'movement' ? [[e.massG, e.reason]] : []));
    expect(moves).toEqual([
      [2200, 'make'],
      [1800, 'trim'],
      [2200, 'make'],
    ]);
  });

  test('the new lot is as old as the first, and says what it was made of', () => {
    const { effects } = settled(made({ used: 4000, made: 2200 }), true);
    expect(effects.find((e) => e.does === 'lot')).toMatchObject({
      lot: { beganOn: '2026-06-08', productCode: 'fillet', fromLotIds: ['lot'], keeps: 'mass', kind: 'packed_fish' },
    });
  });

  test('all that is shown is all there is: the few grams that rounding hides go along', () => {
    const { effects } = settled(made({ used: 10_010, made: 5000 }), true);
    const used = effects.flatMap((e) => (e.does === 'movement' && 'lotId' in e.lot ? [e.massG!] : []));
    expect(used.reduce((a, b) => a + b)).toBe(10_004);
    expect(refusedOf(made({ used: 10_020, made: 5000 }))?.[0]).toBe('used');
  });

  test('nothing is made of other fish, of live ones or out of nothing, and no more comes out than went in', () => {
    expect(refusedOf(made({ used: 100, made: 50, productCode: 'bass' }))?.[0]).toBe('productCode');
    expect(refusedOf(made({ used: 100, made: 50, productCode: 'trout' }))?.[0]).toBe('productCode');
    expect(refusedOf(made({ used: 100, made: 50 }, lot({ kind: 'live_fish' })))?.[0]).toBe('lotId');
    expect(refusedOf(made({ used: 100, made: 50 }, null))?.[0]).toBe('lotId');
    expect(refusedOf(made({ used: 100, made: 101 }))?.[0]).toBe('made');
  });
});

describe('goods are written off', () => {
  const off = (quantity: number, of: GoodsLot | null = lot()) =>
    decideWriteOff(of, { quantity, reason: 'Fridge was warm' });

  test('to compost, with the reason; no more than lies there', () => {
    expect(settled(off(10_004), true).effects).toEqual([
      {
        ...{ does: 'movement', lot: { lotId: 'lot' }, from: { placeId: 'cold' }, to: { role: 'compost' } },
        ...{ massG: 10_004, reason: 'waste', note: 'Fridge was warm' },
      },
    ]);
    expect(refusedOf(off(10_020))?.[0]).toBe('quantity');
    expect(refusedOf(off(1, null))?.[0]).toBe('lotId');
  });

  test('half a piece is none', () => {
    const heads = lot({ product: { ...whole, unit: 'head' }, has: 10 });
    expect(refusedOf(off(2.5, heads))?.[0]).toBe('quantity');
    expect(settled(off(2, heads), true).effects[0]).toMatchObject({ count: 2 });
  });
});
