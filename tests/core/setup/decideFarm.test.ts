import { describe, expect, test } from 'vitest';
import { settled } from '../../../src/core/acts/decision';
import {
  decideAddLoop,
  decideChangeLoop,
  decideChore,
  decideGrowingCosts,
  decideHabits,
  decideRetireChore,
} from '../../../src/core/setup/decideFarm';
import { decideAddKind, decideCopyCrop, decideRetireKind } from '../../../src/core/setup/decideKinds';
import { CROP_DEFAULTS, SPECIES_DEFAULTS } from '../../../src/core/library/defaults';

type Any = Parameters<typeof settled>[0];
const effects = (d: Any) => (settled(d, true) as { effects: unknown[] }).effects;
const field = (d: object) => ('refused' in d ? (d.refused as { field: string }).field : null);
const farm = { version: 3, latitude: null, altitudeM: null };

describe('habits and limits', () => {
  const wish = { version: 3, name: ' Sedge ', locale: 'en', mass: 'us', temperature: 'F', entryBackDays: 9 } as const;

  test('are kept as said', () => {
    expect(effects(decideHabits(farm, wish))).toEqual([
      {
        ...{ does: 'farmChanged', version: 3 },
        became: { name: 'Sedge', entryBackDays: 9 },
        habits: { locale: 'en', mass: 'us', temperature: 'F' },
      },
    ]);
    expect(field(decideHabits(farm, { ...wish, version: 2 }))).toBe('form');
  });

  test('a way of growing has its costs once', () => {
    const method = { method: 'raft', floorMinor: 1, kwh: 0, minutes: 1 } as never;
    const costs = { version: 3, hourMinor: 2000, kwhMinor: 30, methods: [method, method] } as never;
    expect(field(decideGrowingCosts(farm, costs))).toBe('methods.1.method');
  });

  test('of a loop: the upper lies above the lower, and what another changed meanwhile is not written over', () => {
    const loop = { id: 'l', code: 'heron', version: 1 };
    const band = { id: 'l', version: 1, name: ' Heron ', lowGM2: 60, highGM2: 100 };
    expect(effects(decideChangeLoop(loop, band))).toMatchObject([{ became: { name: 'Heron', bandGM2: [60, 100] } }]);
    expect(field(decideChangeLoop(loop, { ...band, highGM2: 60 }))).toBe('highGM2');
    expect(field(decideChangeLoop(loop, { ...band, lowNPercent: 90, highNPercent: 80 }))).toBe('highNPercent');
    expect(field(decideChangeLoop({ ...loop, version: 2 }, band))).toBe('form');
    expect(field(decideChangeLoop(null, band))).toBe('form');
  });

  test('a new loop has a code of its own and the weather of the place', () => {
    const wish = { code: ' Wren2 ', name: 'Wren two', kind: 'bench', lowC: 16, highC: 24 } as never;
    const [added] = effects(decideAddLoop({ codes: ['heron'], farm }, wish)) as [{ loop: Record<string, unknown> }];
    expect(added.loop).toMatchObject({ code: 'wren2', name: 'Wren two', tempPlan: [] });
    expect(added.loop.plannedWaterTempC).toHaveLength(12);
    expect(field(decideAddLoop({ codes: ['WREN2'], farm }, wish))).toBe('code');
    expect(field(decideAddLoop({ codes: [], farm }, { ...(wish as object), lowC: 25 } as never))).toBe('highC');
  });
});

describe('a chore', () => {
  const wish = { title: ' Rinse ', everyDays: 2, startsOn: '2026-06-10', minutes: 5 };
  const chore = { id: 'c', title: 'Rinse', version: 4 };

  test('of the whole farm is walked to first; of a place, where that place is', () => {
    expect(effects(decideChore({ chore: null, place: null }, wish))).toMatchObject([
      { does: 'choreAdded', chore: { title: 'Rinse', placeId: null, at: { code: '', walkOrder: 0 }, caution: null } },
    ]);
    const at = { code: 'H1', walk: 'Hall', walkOrder: 7 };
    expect(effects(decideChore({ chore: null, place: at }, { ...wish, placeId: 'h1' }))).toMatchObject([
      { chore: { placeId: 'h1', at } },
    ]);
    expect(field(decideChore({ chore: null, place: null }, { ...wish, placeId: 'gone' }))).toBe('placeId');
  });

  test('is changed and put away by who saw it as it is', () => {
    const change = { ...wish, id: 'c', version: 4 };
    expect(effects(decideChore({ chore, place: null }, change))).toMatchObject([{ does: 'choreChanged', version: 4 }]);
    expect(field(decideChore({ chore, place: null }, { ...change, version: 3 }))).toBe('form');
    expect(effects(decideRetireChore(chore, { version: 4 }))).toMatchObject([{ does: 'choreRetired', choreId: 'c' }]);
    expect(field(decideRetireChore(null, { version: 4 }))).toBe('form');
  });
});

describe('a species or crop', () => {
  const trout = SPECIES_DEFAULTS.find((s) => s.code === 'rainbow-trout')!;
  const own = { code: trout.code, name: trout.name, version: 2, retired: false };

  test.each([
    ...SPECIES_DEFAULTS.map((s) => ['species', s.code] as const),
    ...CROP_DEFAULTS.map((c) => ['crop', c.code] as const),
  ])('of the library comes to the farm: %s %s, with what it is sold as, if it is', (what, code) => {
    const [kind, product] = effects(decideAddKind(null, { what, code })) as {
      does: string;
      product?: { code: string };
    }[];
    expect(kind).toMatchObject({ does: 'kindAdded', what, code });
    if (product) expect(product).toMatchObject({ does: 'productAdded', product: { code, priceMinor: 0 } });
  });

  test('that is here is not taken twice; one that was put away comes back as it was', () => {
    const wish = { what: 'species', code: trout.code } as const;
    expect(field(decideAddKind(own, wish))).toBe('code');
    expect(effects(decideAddKind({ ...own, retired: true }, wish))).toEqual([{ does: 'kindBack', ...wish }]);
    expect(field(decideAddKind(null, { what: 'crop', code: 'trout' }))).toBe('code');
  });

  test('put away is asked about while something of it is here', () => {
    const wish = { what: 'species', code: trout.code, version: 2 } as const;
    const away = decideRetireKind({ own, asked: ['300 fish of it are here.'] }, wish);
    expect(() => settled(away, false)).toThrow(/300 fish[^]*Put .* away all the same/);
    expect(effects(away)).toEqual([{ does: 'kindRetired', ...wish }]);
    expect(field(decideRetireKind({ own, asked: [] }, { ...wish, version: 1 }))).toBe('form');
    expect(field(decideRetireKind({ own: null, asked: [] }, wish))).toBe('code');
  });

  test('a recipe is copied under a name of its own: as another variety with its product, or as another way of growing the same', () => {
    const basil = CROP_DEFAULTS.find((c) => c.code === 'sweet-basil') ?? CROP_DEFAULTS[0]!;
    const sold = {
      ...{ code: basil.code, name: basil.name, unit: basil.unit, cropCode: basil.code, madeFrom: null },
      ...{ form: null, shelfLifeDays: 5, priceMinor: 900 },
    };
    const known = { crops: [{ ...basil, learned: { on: 'x' } as never }], products: [sold] };
    const copy = (over: object) => decideCopyCrop(known, { code: basil.code, name: ' Basil, red ', ...over });
    expect(effects(copy({}))).toMatchObject([
      { does: 'kindAdded', what: 'crop', code: 'basil-red', params: { name: 'Basil, red' } },
      { does: 'productAdded', product: { code: 'basil-red', cropCode: 'basil-red', priceMinor: 900 } },
    ]);
    const [same, ...more] = effects(copy({ sameGoods: true })) as [{ params: Record<string, unknown> }];
    expect(same.params).toMatchObject({ recipeOf: basil.code });
    expect(more).toEqual([]);
    expect(field(copy({ name: basil.name.toUpperCase() }))).toBe('name');
    expect(field(copy({ code: 'nothing' }))).toBe('form');
  });
});
