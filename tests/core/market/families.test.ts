import { describe, expect, test } from 'vitest';
import { askOrder, freeOn } from '../../../src/core/market/freeOn';
import { packChoices } from '../../../src/core/market/families';
import { promiseTable, shortInMain } from '../../../src/core/market/promiseTable';
import { sowingGaps } from '../../../src/core/crops/gaps';
import { forecastFarm } from '../../../src/core/plan/forecast';
import type { FarmForecast, SupplyBatch } from '../../../src/core/facts/forecast';
import type { ProductFact, PromiseFact } from '../../../src/core/facts/farm';
import { METRIC } from '../../../src/core/quantity/units';
import { aFarm, LETTUCE_PRODUCT, TROUT_PRODUCT } from '../farm';

/** Two kilograms of whole trout make one of fillet, which keeps two days shorter. */
const FILLET: ProductFact = {
  ...TROUT_PRODUCT,
  code: 'fillet',
  name: 'Trout fillet',
  shelfLifeDays: 4,
  priceMinor: 3400,
  packSize: 250,
  madeFrom: { code: TROUT_PRODUCT.code, takes: 2 },
};
const LEAVES: ProductFact = {
  ...LETTUCE_PRODUCT,
  code: 'leaves',
  name: 'Lettuce leaves',
  unit: 'kg',
  madeFrom: { code: LETTUCE_PRODUCT.code, takes: 0.01 },
};
const PRODUCTS = [TROUT_PRODUCT, FILLET];

const batch = (quantity: number, over: Partial<SupplyBatch> = {}): SupplyBatch => ({
  productCode: TROUT_PRODUCT.code,
  from: 0,
  until: 6,
  quantity,
  spread: 0,
  lotCode: 'TRT-1',
  stepId: null,
  ...over,
});
// 2026-06-01 is a Monday.
const forecast = (supply: SupplyBatch[]) =>
  ({ firstDay: '2026-06-01', days: 60, supply, swimming: new Map() }) as unknown as FarmForecast;
const owed = (productCode: string, quantity: number, day = '2026-06-03'): PromiseFact => ({
  lineId: `${productCode}${day}`,
  orderId: 'o',
  orderCode: 'O-1',
  customer: 'Marla',
  productCode,
  day,
  quantity,
});
const tableOf = (supply: SupplyBatch[], promises: PromiseFact[]) =>
  promiseTable({ forecast: forecast(supply), products: PRODUCTS, promises, weeks: 1 }).map((r) => r.weeks[0]!);

describe('products made of one supply', () => {
  test('what is promised as fillet is gone from the whole fish, twice its weight of it', () => {
    const [whole, fillet] = tableOf([batch(20_000)], [owed('fillet', 4000)]);
    expect(whole).toMatchObject({ expected: 20_000, promised: 8000, promisedMade: 8000, available: 12_000, short: 0 });
    expect(fillet).toMatchObject({ expected: 0, promised: 4000, available: 6000, short: 0 });
  });

  test('nothing is promised twice: what is free of both together is the supply', () => {
    const [whole, fillet] = tableOf([batch(20_000)], [owed('rainbow-trout', 15_000)]);
    expect(whole!.available).toBe(5000);
    expect(fillet!.available).toBe(2500);
  });

  test('too much of both is short once, in the units of whoever goes short', () => {
    const [whole, fillet] = tableOf(
      [batch(10_000)],
      [owed('rainbow-trout', 8000, '2026-06-02'), owed('fillet', 3000, '2026-06-04')],
    );
    expect(whole!.short).toBe(0);
    // 2 kg of whole fish are left for it: 1 kg of the 3 kg.
    expect(fillet!.short).toBe(2000);
    expect(fillet!.shortLines).toMatchObject([{ lineId: 'fillet2026-06-04', quantity: 2000 }]);
  });

  test('what lies packed as fillet goes first and serves nobody who wants whole fish', () => {
    const supply = [batch(0), batch(3000, { productCode: 'fillet', until: 4 })];
    const [whole, fillet] = tableOf(supply, [owed('fillet', 1000), owed('rainbow-trout', 500)]);
    expect(whole).toMatchObject({ short: 500, promisedMade: 0 });
    expect(fillet).toMatchObject({ expected: 3000, available: 2000, short: 0 });
  });

  test('it keeps as long as it says itself, not as long as the whole fish', () => {
    const day = '2026-06-06';
    const free = (product: ProductFact) =>
      freeOn({
        facts: { today: '2026-06-01', promises: [], products: PRODUCTS },
        forecast: forecast([batch(10_000)]),
        product,
        day,
      });
    expect([free(TROUT_PRODUCT), free(FILLET)]).toEqual([10_000, 0]);
  });

  test('what is short of it is asked of harvest and bed in the main product', () => {
    const table = promiseTable({
      forecast: forecast([batch(1000)]),
      products: PRODUCTS,
      promises: [owed('fillet', 3000)],
      weeks: 1,
    });
    expect(shortInMain(table)).toHaveLength(1);
    expect(shortInMain(table)[0]!.weeks[0]).toMatchObject({ short: 5000, shortLines: [{ quantity: 5000 }] });
  });

  test('leaves that are short are sown as heads', () => {
    const facts = aFarm({ products: [LETTUCE_PRODUCT, LEAVES], promises: [owed('leaves', 2000, '2026-08-20')] });
    const table = promiseTable({
      forecast: forecastFarm(facts, []),
      products: facts.products,
      promises: facts.promises,
      weeks: 14,
    });
    const [gap] = sowingGaps({
      facts,
      forecast: forecastFarm(facts, []),
      promise: table,
      codeFor: () => 'BUT-1',
      newId: () => 'x',
    });
    expect(gap).toMatchObject({ productCode: LETTUCE_PRODUCT.code, shortUnits: 20 });
  });

  test('an order for both is asked about as one: the first line is gone for the second', () => {
    const facts = aFarm({ today: '2026-06-01', products: PRODUCTS, promises: [] });
    const ask = (lines: { productCode: string; quantity: number }[]) =>
      askOrder({ facts, forecast: forecast([batch(10_000)]), order: { dueDay: '2026-06-03', lines }, units: METRIC });
    expect(ask([{ productCode: 'fillet', quantity: 4000 }])).toEqual([]);
    expect(
      ask([
        { productCode: 'fillet', quantity: 4000 },
        { productCode: 'rainbow-trout', quantity: 5000 },
      ]),
    ).toEqual([expect.stringContaining('2.0 kg of rainbow trout is free')]);
  });

  test('a part of a pack is asked about, with the nearest whole ones', () => {
    const facts = aFarm({ today: '2026-06-01', products: PRODUCTS, promises: [] });
    const ask = (quantity: number) =>
      askOrder({
        facts,
        forecast: forecast([batch(10_000)]),
        order: { dueDay: '2026-06-03', lines: [{ productCode: 'fillet', quantity }] },
        units: METRIC,
      });
    expect(ask(1000)).toEqual([]);
    expect(ask(1100)).toEqual([expect.stringMatching(/packs of 0\.25 kg: 4 packs are 1 kg, 5 are 1\.25 kg/)]);
    expect(ask(100)).toEqual([expect.stringMatching(/one pack is 0\.25 kg/)]);
  });
});

describe('what a harvest can be packed as', () => {
  test('the usual first, and only what is measured as it is', () => {
    const products = [...PRODUCTS, LETTUCE_PRODUCT, LEAVES];
    expect(packChoices(products, { speciesCode: 'rainbow-trout' }).map(([code]) => code)).toEqual([
      'rainbow-trout',
      'fillet',
    ]);
    // Heads are picked as heads; leaves are made of them afterwards.
    expect(packChoices(products, { cropCode: LETTUCE_PRODUCT.cropCode })).toEqual([]);
    expect(
      packChoices([TROUT_PRODUCT, { ...FILLET, retiredOn: '2026-05-01' }], { speciesCode: 'rainbow-trout' }),
    ).toEqual([]);
  });
});
