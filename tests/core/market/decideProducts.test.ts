import { describe, expect, test } from 'vitest';
import { settled } from '../../../src/core/acts/decision';
import { decideCustomers } from '../../../src/core/market/decideCustomers';
import {
  decideAddProduct,
  decidePrices,
  decideProduct,
  decideProducts,
  decideRetireProduct,
  type ProductKnown,
} from '../../../src/core/market/decideProducts';

const product = (over: Partial<ProductKnown>): ProductKnown => ({
  ...{ code: 'trout', name: 'Rainbow trout', unit: 'kg', speciesCode: 'rainbow-trout', cropCode: null },
  ...{ madeFrom: null, takes: null, isLive: false, priceMinor: 1200, shelfLifeDays: 7, leastLeftDays: 0 },
  ...{ form: null, packSize: null, version: 3, retired: false, openOrders: 0, ...over },
});
const TROUT = product({});
const FILLET = product({ code: 'fillet', name: 'Trout fillet', madeFrom: 'trout', takes: 2, version: 1 });
const KOI = product({ code: 'koi', name: 'Koi', isLive: true });
const known = [TROUT, FILLET, KOI];
const said = { name: 'Smoked trout', priceMinor: 3000, shelfLifeDays: 20 };
const wish = { ...said, madeFrom: 'trout', unit: 'kg' as const, takes: 1.6 };
const effects = (d: Parameters<typeof settled>[0], yes = false) => (settled(d, yes) as { effects: unknown[] }).effects;
const field = (d: object) => ('refused' in d ? (d.refused as { field: string }).field : null);

describe('a product', () => {
  test('made of the supply of another has its own code, and what it takes', () => {
    expect(effects(decideAddProduct([...known, product({ code: 'trout-kg', name: 'x' })], wish))).toEqual([
      {
        does: 'productAdded',
        product: {
          ...{ code: 'trout-kg-2', unit: 'kg', speciesCode: 'rainbow-trout', cropCode: null, madeFrom: 'trout' },
          ...{ takes: 1.6, ...said, leastLeftDays: 0, form: null, packSize: null },
        },
      },
    ]);
  });

  test.each<[string, object, string]>([
    ['of one that is made itself', { madeFrom: 'fillet' }, 'madeFrom'],
    ['of fish sold alive', { madeFrom: 'koi' }, 'madeFrom'],
    ['of nothing on this farm', { madeFrom: 'pike' }, 'madeFrom'],
    ['of fish, by the piece', { unit: 'head' }, 'unit'],
    ['of less than itself', { takes: 0.8 }, 'takes'],
    ['under a name that is taken', { name: ' trout FILLET ' }, 'name'],
    ['kept longer for the customer than at all', { leastLeftDays: 21 }, 'leastLeftDays'],
  ])('%s is refused beside its field', (_what, over, at) => {
    expect(field(decideAddProduct(known, { ...wish, ...over }))).toBe(at);
  });

  test('changed by a screen that is not up to date is refused; changed, it takes no less than itself', () => {
    const change = { ...said, name: 'Fillet', code: 'fillet', version: 1 };
    expect(effects(decideProduct(known, change))).toMatchObject([
      { does: 'productChanged', code: 'fillet', version: 1, became: { name: 'Fillet', takes: 2 } },
    ]);
    expect(field(decideProduct(known, { ...change, version: 2 }))).toBe('form');
    expect(field(decideProduct(known, { ...change, takes: 0.5 }))).toBe('takes');
  });

  test('put away is asked about while orders are open with it, and waits for what is made of it', () => {
    expect(field(decideRetireProduct(known, { code: 'trout', version: 3 }))).toBe('form');
    const ordered = [TROUT, { ...FILLET, openOrders: 2 }];
    const away = decideRetireProduct(ordered, { code: 'fillet', version: 1 });
    expect(() => settled(away, false)).toThrow(/on 2 open orders/);
    expect(effects(away, true)).toMatchObject([{ became: { retired: true } }]);
  });
});

describe('a table of products', () => {
  test('changes what is known by its name, adds another, and each row finds what those above it came to', () => {
    const rows = [
      { name: 'trout fillet', priceMinor: 2500 },
      { name: 'Pâté', madeFrom: 'trout', takes: 1.2 },
      { name: 'pâté', priceMinor: 900 },
      { name: 'Trout fillet', shelfLifeDays: 5 },
    ];
    expect(effects(decideProducts(known, rows))).toMatchObject([
      { does: 'productChanged', code: 'fillet', version: 1, became: { priceMinor: 2500, shelfLifeDays: 7 } },
      { does: 'productAdded', product: { code: 'trout-kg', name: 'Pâté', takes: 1.2, shelfLifeDays: 7 } },
      { does: 'productChanged', code: 'trout-kg', version: 1, became: { priceMinor: 900, takes: 1.2 } },
      { does: 'productChanged', code: 'fillet', version: 2, became: { priceMinor: 2500, shelfLifeDays: 5 } },
    ]);
  });

  test('says what is wrong beside its row', () => {
    expect(field(decideProducts(known, [{ name: 'Koi' }, { name: 'Roe' }]))).toBe('rows.1.madeFrom');
    expect(field(decideProducts(known, [{ name: 'Roe', madeFrom: 'trout' }]))).toBe('rows.0.takes');
    expect(field(decidePrices(known, [{ product: 'pike', priceMinor: 1 }]))).toBe('rows.0.product');
  });

  test('a price given twice is the last of them', () => {
    expect(
      effects(
        decidePrices(
          known,
          [1, 2].map((priceMinor) => ({ product: 'koi', priceMinor })),
        ),
      ),
    ).toEqual([
      { does: 'productChanged', code: 'koi', version: 3, became: { priceMinor: 1 } },
      { does: 'productChanged', code: 'koi', version: 4, became: { priceMinor: 2 } },
    ]);
  });
});

test('customers are known by their name whatever its capitals; one that stands there twice is refused', () => {
  const two = [
    { name: ' marla’s table', channel: 'restaurant' },
    { name: 'Sedge Market', channel: 'market', priceList: ' Spring ' },
  ];
  expect(effects(decideCustomers([{ id: 'm', name: 'Marla’s Table' }], two))).toEqual([
    { does: 'customerChanged', customerId: 'm', became: { channel: 'restaurant' } },
    { does: 'customerAdded', customer: { name: 'Sedge Market', channel: 'market', priceList: 'spring' } },
  ]);
  expect(field(decideCustomers([], [two[1]!, { ...two[1]!, name: 'sedge market' }]))).toBe('rows.1.name');
});
