import { describe, expect, test } from 'vitest';
import type { Effect } from '../../../src/core/acts/effects';
import { settled } from '../../../src/core/acts/decision';
import { CROP_DEFAULTS, SPECIES_DEFAULTS } from '../../../src/core/library/defaults';
import {
  decideBringFeedings,
  decideBringReadings,
  decideBringSamples,
  readingsOf,
  type FeedingsKnown,
  type ReadingRow,
} from '../../../src/core/setup/decideBringing';
import {
  decideOpeningFeed,
  decideOpeningFish,
  decideOpeningGoods,
  decideOpeningOrders,
  decideOpeningPlants,
  decideOpeningSeed,
  openingOrders,
} from '../../../src/core/setup/decideOpening';
import { aPlace } from '../farm';

const TODAY = '2026-06-10';
const trout = SPECIES_DEFAULTS.find((s) => s.code === 'rainbow-trout')!;
const lettuce = CROP_DEFAULTS.find((c) => c.code === 'butterhead-lettuce')!;
const tank = { ...aPlace({ id: 'h1', kind: 'tank' }), code: 'H1', volumeL: 10_000, densityLimitKgM3: 30 };
const bed = { ...aPlace({ id: 'r1', kind: 'bed' }), code: 'R1', positions: 100, method: 'raft' };
const prefixes = new Map([['rainbow-trout', 'TRO']]);
const fish = { places: [tank, bed], species: [trout], prefixes, today: TODAY };
const plants = { places: [tank, bed], crops: [lettuce], standing: new Map([['r1', 20]]), today: TODAY };

const refusedAt = (d: object) => ('refused' in d ? (d.refused as { field: string }).field : null);
const movements = (effects: readonly Effect[]) => effects.filter((e) => e.does === 'movement');

describe('what was here before', () => {
  test('fish come from before, by the mean weight or the mean length', () => {
    const rows = [
      { place: 'h1', species: 'rainbow-trout', count: 200, meanG: 500, weighedOn: '2026-05-20' },
      { place: 'H1', species: 'rainbow-trout', count: 100, lengthCm: 20 },
    ];
    const { effects, said } = settled(decideOpeningFish(fish, rows), false);
    expect(effects[0]).toMatchObject({ does: 'lot', free: true, lot: { code: 'TRO-2605', beganOn: '2026-05-20' } });
    expect(movements(effects)).toMatchObject([
      { from: { role: 'before' }, to: { placeId: 'h1' }, count: 200, massG: 100_000, reason: 'opening' },
      { count: 100 },
    ]);
    expect(said({}).words).toBe('2 lots of fish are in the books.');
  });

  test('a tank that is too full of them is asked about, all rows of it together', () => {
    const row = { place: 'H1', species: 'rainbow-trout', count: 400, meanG: 500 };
    expect(decideOpeningFish(fish, [row])).toMatchObject({ asks: [] });
    expect(decideOpeningFish(fish, [row, row])).toMatchObject({ asks: [expect.stringContaining('40 kg/m³')] });
  });

  test.each([
    [{ place: 'R1' }, 'rows.0.place'],
    [{ species: 'unicorn' }, 'rows.0.species'],
    [{ weighedOn: '2026-06-11' }, 'rows.0.weighedOn'],
    [{ meanG: 0 }, 'rows.0.meanG'],
  ])('fish with %j are refused beside their cell', (over, field) => {
    const row = { place: 'H1', species: 'rainbow-trout', count: 10, meanG: 100, ...over };
    expect(refusedAt(decideOpeningFish(fish, [row]))).toBe(field);
  });

  test('plants stand since their day, and never more than there is room for', () => {
    const row = { place: 'r1', crop: lettuce.code, count: 80, sownOn: '2026-05-01', transplantedOn: '2026-05-20' };
    const { effects } = settled(decideOpeningPlants(plants, [row]), false);
    expect(effects[0]).toMatchObject({ lot: { kind: 'planting', transplantedOn: '2026-05-20' } });
    expect(refusedAt(decideOpeningPlants(plants, [row, { ...row, count: 1 }]))).toBe('rows.1.count');
    expect(refusedAt(decideOpeningPlants(plants, [{ ...row, transplantedOn: '2026-04-30' }]))).toBe(
      'rows.0.transplantedOn',
    );
    expect(refusedAt(decideOpeningPlants(plants, [{ ...row, place: 'H1' }]))).toBe('rows.0.place');
  });

  test('goods by weight lie in grams, others are whole; live fish wait in holding', () => {
    const products = [
      { code: 'trout', unit: 'kg', speciesCode: 'rainbow-trout' },
      { code: 'koi', unit: 'fish', speciesCode: 'koi' },
      { code: 'heads', unit: 'head', speciesCode: null },
    ];
    const goods = (product: string, quantity: number) =>
      decideOpeningGoods({ products, today: TODAY }, [{ product, quantity, packedOn: '2026-06-09' }]);
    expect(settled(goods('trout', 2500.5), false).effects).toMatchObject([
      { lot: { code: 'PF-TRO-260609', kind: 'packed_fish', keeps: 'mass' } },
      { to: { role: 'cold' }, massG: 2500.5 },
    ]);
    expect(settled(goods('koi', 4), false).effects[1]).toMatchObject({ to: { role: 'live' }, count: 4 });
    expect(refusedAt(goods('heads', 2.5))).toBe('rows.0.quantity');
  });

  test('feed and seed are what they are for, with a code of their own', () => {
    const feed = decideOpeningFeed({ prefixes, today: TODAY }, [
      { species: 'rainbow-trout', massG: 5000, code: ' a1 ' },
    ]);
    expect(settled(feed, false).effects[0]).toMatchObject({
      lot: { code: 'FEED-TRO-A1', speciesCode: 'rainbow-trout', keeps: 'mass' },
    });
    const seed = decideOpeningSeed({ crops: [lettuce], today: TODAY }, [{ crop: lettuce.code, count: 500 }]);
    expect(settled(seed, false).effects[0]).toMatchObject({ lot: { code: 'SEED-BUT-BEFORE', cropCode: lettuce.code } });
  });

  test('rows of one customer and day are one order; what is wrong with it is said beside its first row', () => {
    const customers = [{ id: 'c1', name: 'Quay Kitchen' }];
    const row = { customer: 'quay kitchen', product: 'heads', quantity: 10, dueDay: '2026-06-12' };
    const orders = openingOrders({ customers, today: TODAY }, [row, row, { ...row, dueDay: '2026-06-13' }]);
    expect(orders.map((o) => o.lines.length)).toEqual([2, 1]);
    const product = { code: 'heads', name: 'Heads', unit: 'head' as const, retiredOn: null };
    const known = { customerKnown: true, products: [product], prices: new Map([['heads', 120]]) };
    const all = (products: (typeof product)[]) =>
      decideOpeningOrders(
        orders.map((order) => ({ order, known: { ...known, products } })),
        TODAY,
      );
    expect(settled(all([product]), false).effects).toHaveLength(2);
    expect(refusedAt(all([]))).toBe('rows.0.product');
    expect(() => openingOrders({ customers, today: TODAY }, [{ ...row, dueDay: '2026-06-09' }])).toThrow();
  });
});

describe('records of the past', () => {
  const at = ['2026-05-01T08:00:00Z', '2026-05-02T08:00:00Z'];

  test('a reading that is known is counted, not added', () => {
    const rows: ReadingRow[] = [
      { loop: 'heron', day: '2026-05-01', values: { ph: 6.8, t: 20 } },
      { loop: 'heron', day: '2026-05-02', values: { ph: 6.9 } },
    ];
    const all = readingsOf({ loops: [{ id: 'l1', code: 'heron' }], at, today: TODAY }, rows);
    expect(all.map((r) => r.then!.at)).toEqual([at[0], at[0], at[1]]);
    const { effects, said } = settled(decideBringReadings(all, all.slice(2)), false);
    expect(effects).toEqual([{ does: 'readings', readings: [all[2]] }]);
    expect(said({})).toMatchObject({ added: 1, known: 2 });
    const wrong = [{ loop: 'heron', day: '2026-05-01', values: { ph: 70 } }];
    expect(() => readingsOf({ loops: [{ id: 'l1', code: 'heron' }], at, today: TODAY }, wrong)).toThrow();
  });

  test('a weighing stands on its own day, once, also where the file says it twice', () => {
    const cohort = { lotId: 'c', species: trout, placeId: 'h1', weighings: [{ day: '2026-05-01', meanG: 80 }] };
    const known = { cohorts: new Map([['TRO-1', cohort]]), at: [...at, at[1]!], today: TODAY };
    const rows = [
      { cohort: 'TRO-1', day: '2026-05-01', meanG: 80.02 },
      { cohort: 'TRO-1', day: '2026-05-02', meanG: 82, count: 30 },
      { cohort: 'TRO-1', day: '2026-05-02', meanG: 82 },
    ];
    const { effects, said } = settled(decideBringSamples(known, rows), false);
    expect(effects).toEqual([
      {
        ...{ does: 'sample', lotId: 'c', placeId: 'h1', weightsG: [82], fishCount: 30 },
        then: { day: '2026-05-02', at: at[1] },
      },
    ]);
    expect(said({})).toMatchObject({ added: 1, known: 2 });
    const none = { ...known, cohorts: new Map([['TRO-1', { ...cohort, placeId: null }]]) };
    expect(refusedAt(decideBringSamples(none, rows))).toBe('rows.0.cohort');
  });

  test('what fish ate comes from before and leaves the store as it was, shared by number', () => {
    const known: FeedingsKnown = {
      tanks: new Map([
        [
          'H1',
          {
            placeId: 'h1',
            eaters: [
              { lotId: 'a', species: 'rainbow-trout', count: 2 },
              { lotId: 'b', species: 'rainbow-trout', count: 1 },
            ],
          },
        ],
      ]),
      feedings: [{ placeId: 'h1', day: '2026-05-01', massG: 100, n: 1 }],
      ...{ feedLots: new Map(), prefixes, today: TODAY, at: [at[0]!, at[0]!, at[1]!] },
      midnight: new Map([
        ['2026-05-01', '2026-05-01T00:00:00Z'],
        ['2026-05-02', '2026-05-02T00:00:00Z'],
      ]),
    };
    const row = { tank: 'H1', day: '2026-05-01', massG: 100 };
    const { effects, said } = settled(
      decideBringFeedings(known, [row, row, { ...row, day: '2026-05-02', massG: 50 }]),
      false,
    );
    expect(said({})).toMatchObject({ added: 2, known: 1 });
    const [came, ...eaten] = movements(effects);
    expect(came).toMatchObject({ massG: 150, from: { role: 'before' }, to: { role: 'feed' } });
    expect(eaten.map((e) => e.massG)).toEqual([100, 50]);
    expect(eaten[0]!.eaten!.parts).toEqual([
      { lotId: 'a', massG: 66.7 },
      { lotId: 'b', massG: 33.3 },
    ]);
  });
});
