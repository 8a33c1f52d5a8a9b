import { describe, expect, test } from 'vitest';
import { closingWindows } from '../../../src/core/crops/closing';
import { mostOfOne } from '../../../src/core/crops/diversity';
import { sowingCode, sowingGaps } from '../../../src/core/crops/gaps';
import { isSownOn, productByCrop, recipesOf, seasonWords } from '../../../src/core/crops/recipes';
import { repeatSowings } from '../../../src/core/crops/repeatSowings';
import { seedOutlook } from '../../../src/core/crops/seedOutlook';
import { sowableNow } from '../../../src/core/crops/sowable';
import { CROP_DEFAULTS } from '../../../src/core/library/defaults';
import { promiseTable } from '../../../src/core/market/promiseTable';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { DEFAULT_SETTINGS } from '../../../src/core/plan/settings';
import { type FarmFacts } from '../../../src/core/facts/farm';
import { type PlanStep } from '../../../src/core/facts/step';
import { addDays } from '../../../src/core/quantity/days';
import { successionProblem } from '../../../src/core/succession/problem';
import { Book } from '../../../src/core/succession/book';
import { greedyPlan } from '../../../src/core/succession/greedy';
import { aFarm, aLoop, ids, LETTUCE_PRODUCT } from '../farm';
import { farmOf, place, productOf, targetOf } from '../succession/beds';

/** One lettuce, one seed, one product; a recipe for all year, one for the dark half, one for towers. */
const all = CROP_DEFAULTS.find((c) => c.code === 'butterhead-lettuce')!;
const winter = {
  ...all,
  code: 'butterhead-winter',
  name: 'Butterhead, winter',
  recipeOf: all.code,
  sownIn: { fromMonth: 9, untilMonth: 3 },
  finalDays: all.finalDays + 10,
};
const summer = { ...winter, code: 'summer', name: 'Butterhead, summer', sownIn: { fromMonth: 3, untilMonth: 9 } };

describe('which recipe', () => {
  test('is for a part of the year that may run over the new year, and is said in months', () => {
    const sown = ['2026-08-31', '2026-09-01', '2027-01-15', '2027-02-28', '2027-03-01'];
    expect(sown.map((day) => isSownOn(winter, day))).toEqual([false, true, true, true, false]);
    expect(sown.every((day) => isSownOn(all, day))).toBe(true);
    expect(seasonWords(winter)).toBe('sown from September to February');
    expect(seasonWords({ sownIn: { fromMonth: 4, untilMonth: 1 } })).toBe('sown from April to December');
    expect(seasonWords(all)).toBe('sown all year');
  });

  test('those for a part of the year come before that for all of it; what is put away is none', () => {
    const crops = [all, winter, { ...summer, retiredOn: '2026-01-01' }];
    expect(recipesOf(crops, all.code).map((c) => c.code)).toEqual([winter.code, all.code]);
    expect(recipesOf(crops, winter.code)).toEqual([]);
    expect(recipesOf(crops, null)).toEqual([]);
  });

  test('each gives the product of the first, never what is made of it', () => {
    const leaves = { ...LETTUCE_PRODUCT, code: 'leaves', madeFrom: { code: LETTUCE_PRODUCT.code, takes: 0.01 } };
    const sold = productByCrop([leaves, LETTUCE_PRODUCT], [all, winter]);
    expect([...sold].map(([code, p]) => [code, p.code])).toEqual([
      [all.code, 'butterhead-lettuce'],
      [winter.code, 'butterhead-lettuce'],
    ]);
  });
});

describe('one seed', () => {
  const sow = (cropCode: string, count: number, day: string) =>
    ({
      ...{ id: `${cropCode}${day}`, groupId: 'g', kind: 'sow', day, lotCode: day, speciesCode: null, cropCode, count },
      ...{ fromPlaceId: null, toPlaceId: 'nb' },
    }) as PlanStep;
  const steps = [sow(all.code, 100, '2026-08-20'), sow(winter.code, 100, '2026-09-03')];

  test('sowings by two recipes take from one store: the second finds what the first left', () => {
    const [first, second] = sowableNow({
      ...{ steps, day: '2026-09-03', benches: [{ id: 'nb', positions: null }], held: new Map() },
      ...{ store: new Map([[all.code, 130]]), crops: [all, winter] },
    });
    expect([first!.seeds, second!.seeds, second!.short]).toEqual([100, 30, 'seed']);
  });

  test('and it runs out on the day of whichever needs more than is left, ordered so many days before', () => {
    const outlook = seedOutlook(new Map([[all.code, 130]]), steps, [{ ...all, seedLeadDays: 20 }, winter]);
    expect(outlook).toEqual([
      { cropCode: all.code, left: 130, shortOn: '2026-09-03', lacks: 70, orderBy: '2026-08-14' },
    ]);
  });

  test('beds given to two recipes of one lettuce are beds given to one lettuce', () => {
    const plant = (cropCode: string, count: number) =>
      ({ ...sow(cropCode, count, '2026-09-10'), kind: 'transplant', toPlaceId: 'r1' }) as PlanStep;
    const most = mostOfOne({
      ...{ crops: [all, winter, { ...all, code: 'mizuna' }], places: [{ id: 'r1', kind: 'bed' as const }] },
      ...{ steps: [plant(all.code, 30), plant(winter.code, 30), plant('mizuna', 40)], from: '2026-09-01' },
    });
    expect(most!.crop.code).toBe(all.code);
    expect(most!.share).toBeCloseTo(0.6);
  });
});

describe('what is short', () => {
  const owedOn = (day: string) => ({
    ...{ lineId: day, orderId: 'o', orderCode: 'O-1', customer: 'Inn', productCode: all.code, day, quantity: 60 },
  });
  const gapsOf = (crops: FarmFacts['crops'], days: string[]) => {
    const facts = aFarm({ crops, promises: days.map(owedOn) });
    const forecast = forecastFarm(facts, [], { ...DEFAULT_SETTINGS, horizonDays: 280 });
    const promise = promiseTable({ forecast, products: facts.products, promises: facts.promises, weeks: 38 });
    return {
      facts,
      gaps: sowingGaps({ facts, forecast, promise, codeFor: sowingCode, newId: ids() }),
    };
  };

  test('is sown by the recipe for the day on which it would be sown', () => {
    const { gaps, facts } = gapsOf([all, winter], ['2026-09-01', '2026-12-15']);
    expect(gaps.map((g) => g.cropCode)).toEqual([all.code, winter.code]);
    expect(isSownOn(winter, gaps[1]!.sowing!.sowDay)).toBe(true);
    const steps = gaps.flatMap((g) => g.sowing!.steps);
    const forecast = forecastFarm(facts, steps, { ...DEFAULT_SETTINGS, horizonDays: 280 });
    // Both count towards the one product that was ordered.
    const [row] = promiseTable({ forecast, products: facts.products, promises: facts.promises, weeks: 38 });
    expect(row!.weeks.reduce((sum, w) => sum + w.short, 0)).toBe(0);
  });

  test('where the farm sows it at other times only, that is said instead of a day', () => {
    const { gaps } = gapsOf([winter, { ...all, sownIn: winter.sownIn }], ['2026-09-01']);
    expect(gaps[0]!.sowing).toBeNull();
    expect(gaps[0]!.full).toMatch(/not a time of the year.*Butterhead, winter is sown from September to February/);
  });

  test('sown every month, each time by the recipe that is for it; one that does not suit the bed is not taken', () => {
    const facts = aFarm({ crops: [all, winter, { ...summer, methods: ['tower'] }] });
    const wish = { cropCode: winter.code, bedId: 'r1', firstPick: '2026-09-20', everyDays: 40, times: 3, plants: 20 };
    const { sowings } = repeatSowings({ facts, wish, codeFor: (crop) => crop, newId: ids() });
    expect(sowings.map((s) => s.lotCode)).toEqual([all.code, all.code, winter.code]);
    expect(sowings.map((s) => s.steps[0]!.cropCode)).toEqual([all.code, all.code, winter.code]);
    expect(isSownOn(winter, sowings[2]!.sowDay)).toBe(true);
  });
});

describe('what stands', () => {
  test('ripe plants of a recipe are worth what their product costs', () => {
    const facts = aFarm({
      crops: [all, winter],
      loops: [aLoop({ plannedAirTempC: Array(12).fill(all.tempOptC), plannedLightMol: Array(12).fill(20) })],
      plantings: [
        {
          ...{ lotId: 'l', lotCode: 'W-1', cropCode: winter.code, placeId: 'r1', count: 50, sownOn: '2026-03-01' },
          ...{ transplantedOn: '2026-03-25', cutsDone: 0, lastCutOn: null },
        },
      ],
    });
    const [closing] = closingWindows({ facts, forecast: forecastFarm(facts, []), at: 0, days: 60 });
    expect(closing).toMatchObject({ unit: 'head', crop: { code: winter.code } });
    expect(closing!.valueMinor).toBe(Math.round(closing!.quantity) * LETTUCE_PRODUCT.priceMinor);
  });
});

describe('a season planned', () => {
  const places = [
    place('R1', 'bed', { method: 'raft', positions: 1000, areaM2: 40 }),
    place('N', 'nursery', { positions: 4000, areaM2: 4, pieceSize: 104 }),
  ];
  const today = '2026-07-01';
  const facts = farmOf([all.code], places, { today, crops: [all, winter], products: [productOf(all.code)] });
  const target = targetOf(facts, { weeks: 20 });

  test('every recipe is sown in its own months only, all of them for the one demand', () => {
    const { input } = successionProblem(facts, [], target);
    expect(input.demand).toHaveLength(1);
    const winters = input.ways.filter((w) => w.crop.code === winter.code);
    expect(winters.length).toBeGreaterThan(0);
    expect(winters.every((w) => isSownOn(winter, addDays(today, w.sowAt)))).toBe(true);
    expect(input.ways.some((w) => w.crop.code === all.code)).toBe(true);
    expect(new Set(input.ways.map((w) => w.demand))).toEqual(new Set([0]));
  });

  test('a share of the beds is a share for the lettuce, however many recipes it has', () => {
    const share = { ...target, mostShare: 0.1 };
    const { input } = successionProblem(facts, [], share);
    expect([...input.shareFree.keys()]).toEqual([all.code]);
    const [first, other] = [all, winter].map((c) => input.ways.find((w) => w.crop.code === c.code)!);
    const book = new Book(input);
    book.take(first!, book.most(first!).plants);
    expect(book.most(other!)).toEqual({ plants: expect.closeTo(0), by: 'share' });
    expect(greedyPlan(input).length).toBeGreaterThan(0);
  });
});
