import { describe, expect, test } from 'vitest';
import { settled } from '../../../src/core/acts/decision';
import { decideFishSale, type FishProduct } from '../../../src/core/fish/decideFishSale';
import { decideFeedRule, decideSpecies } from '../../../src/core/fish/decideSpecies';
import { SPECIES_DEFAULTS } from '../../../src/core/library/defaults';
import { aFeedRule } from '../farm';

const product = (over: Partial<FishProduct>): FishProduct => ({
  ...{ code: 'koi', name: 'Koi', unit: 'kg', version: 1, isUsed: false, base: null },
  ...over,
});
const small = product({ code: 'koi-live-1', name: 'Small', unit: 'fish' });
const grade = (name: string, fromCm: number, toCm: number) => ({ name, fromCm, toCm, priceMinor: 500 });
const refused = (d: object) => ('refused' in d ? (d.refused as { field: string; words: string }) : null);
const sale = (grades: ReturnType<typeof grade>[]) => ({ code: 'koi', version: 3, grades });

describe('how a species is sold', () => {
  test('a grade keeps its code by its name, a new one has the next free', () => {
    const known = { version: 3, products: [small] };
    const { effects } = settled(decideFishSale(known, sale([grade('small ', 5, 10), grade('Large', 10, 20)])), false);
    expect(effects).toMatchObject([
      { does: 'productChanged', code: 'koi-live-1', became: { liveCm: [5, 10] } },
      { does: 'productAdded', product: { code: 'koi-live-2', unit: 'fish', liveCm: [10, 20] } },
      { does: 'kindTouched', version: 3 },
    ]);
  });

  test('what orders name or other goods are made of stays; an old screen is refused', () => {
    const known = (p: FishProduct) => ({ version: 3, products: [p] });
    expect(refused(decideFishSale(known({ ...small, isUsed: true }), sale([])))!.field).toBe('grades');
    expect(refused(decideFishSale(known(product({ base: 'Fillet' })), sale([])))).toMatchObject({
      field: 'food.name',
      words: expect.stringContaining('Fillet'),
    });
    expect(settled(decideFishSale(known(small), sale([])), false).effects[0]).toEqual({
      ...{ does: 'productRemoved', code: 'koi-live-1' },
    });
    expect(refused(decideFishSale({ version: 4, products: [] }, sale([])))!.field).toBe('form');
    expect(refused(decideFishSale(null, sale([])))!.field).toBe('form');
  });
});

describe('numbers of a species', () => {
  const trout = SPECIES_DEFAULTS.find((s) => s.code === 'rainbow-trout')!;
  const change = { code: trout.code, version: 2, values: [{ name: 'fcr.1', value: 1.3 }] };

  test('change in its own copy; one put away comes back; one that is not here is taken over first', () => {
    const own = { species: trout, version: 2, retired: false };
    const [effect] = settled(decideSpecies(own, change), false);
    expect(effect).toMatchObject({
      does: 'kindChanged',
      version: 2,
      params: { fcr: [trout.fcr[0], 1.3, trout.fcr[2]] },
    });
    expect(settled(decideSpecies({ ...own, version: 7, retired: true }, change), false)[1]).toMatchObject({
      does: 'kindBack',
    });
    expect(settled(decideSpecies(null, change), false)[0]).toMatchObject({ does: 'kindAdded' });
    expect(trout.fcr[1]).not.toBe(1.3);
  });

  test.each([
    ['fcr.0', 9],
    ['tempOptC', -5],
    ['growthG13PerDay', 0],
    ['colour', 1],
  ])('%s of %d is refused', (name, value) => {
    const own = { species: trout, version: 2, retired: false };
    expect(refused(decideSpecies(own, { ...change, values: [{ name, value }] }))).not.toBeNull();
  });

  test('sizes of a ration table rise; a table without rows is none', () => {
    const rule = { ...aFeedRule(), version: 1, ration: 'table' as const };
    const row = (uptoG: number) => ({ uptoG, percentPerDay: 2 });
    expect(refused(decideFeedRule({ version: 1 }, { ...rule, table: [] }))!.field).toBe('table');
    expect(refused(decideFeedRule({ version: 1 }, { ...rule, table: [row(50), row(50)] }))!.field).toBe('table');
    expect(settled(decideFeedRule({ version: 1 }, { ...rule, table: [row(50), row(90)] }), false)).toHaveLength(1);
    expect(refused(decideFeedRule({ version: 2 }, { ...rule, table: [row(50)] }))!.field).toBe('form');
  });
});
