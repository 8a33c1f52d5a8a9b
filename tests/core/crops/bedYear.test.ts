import { describe, expect, test } from 'vitest';
import { bedYears, type BedGave } from '../../../src/core/crops/bedYear';
import { spaceByStage } from '../../../src/core/crops/space';
import { CROP_DEFAULTS } from '../../../src/core/library/defaults';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { DEFAULT_SETTINGS } from '../../../src/core/plan/settings';
import { aFarm, aLoop, aPlace } from '../farm';

const butterhead = CROP_DEFAULTS.find((c) => c.code === 'butterhead-lettuce')!;
const rocket = CROP_DEFAULTS.find((c) => c.code === 'rocket')!;
const gave = (over: Partial<BedGave>): BedGave => ({
  ...{ placeId: 'r1', cropCode: null, productCode: null, plants: 0, quantity: 0, ...over },
});

describe('a year of a bed', () => {
  const beds = [
    { id: 'r1', code: 'R1', areaM2: 30, positions: 660 },
    { id: 'r2', code: 'R2', areaM2: 10, positions: 200 },
  ];
  const products = [
    { code: 'heads', unit: 'head' as const, priceMinor: 150 },
    { code: 'leaves', unit: 'kg' as const, priceMinor: 1200 },
  ];
  const year = (rows: BedGave[]) => bedYears({ beds, gave: rows, crops: [butterhead, rocket], products });

  test('5,940 heads planted on 660 places are nine cycles; goods are pieces and grams, money is list price', () => {
    const [r1, r2] = year([
      gave({ cropCode: butterhead.code, plants: 5940 }),
      gave({ productCode: 'heads', quantity: 5000 }),
      gave({ productCode: 'leaves', quantity: 2500 }),
      gave({ placeId: 'r2', productCode: 'heads', quantity: 10 }),
      // Of a product that is gone nothing is known but that it was packed.
      gave({ productCode: 'gone', quantity: 99 }),
    ]);
    expect(r1).toMatchObject({ plants: 5940, cycles: 9, pieces: 5000, massG: 2500 });
    expect(r1!.valueMinor).toBe(5000 * 150 + 2.5 * 1200);
    // 753,000 on 30 m² in 365 ÷ 7 weeks.
    expect(r1!.perM2WeekMinor).toBeCloseTo(753_000 / 30 / (365 / 7), 9);
    expect(r2).toMatchObject({ plants: 0, cycles: 0, pieces: 10, valueMinor: 1500 });
  });

  test('a bed without area or places has no income a m² and no cycles, and breaks nothing', () => {
    const [odd] = bedYears({
      beds: [{ id: 'r1', code: 'R1', areaM2: null, positions: null }],
      gave: [gave({ cropCode: butterhead.code, plants: 5 })],
      crops: [butterhead],
      products,
    });
    expect(odd).toMatchObject({ cycles: 0, perM2WeekMinor: null, plants: 5 });
  });
});

describe('room by stage', () => {
  const dense = {
    ...butterhead,
    stages: [
      { days: 14, perM2: 88 },
      { days: 16, perM2: 22 },
    ],
  };
  const loop = aLoop({
    plannedAirTempC: Array(12).fill(butterhead.tempOptC),
    plannedLightMol: Array(12).fill(butterhead.lightTargetMol),
  });
  const TODAY = '2026-06-01';
  const standing = (over: object) => ({
    ...{ lotId: 'l', lotCode: 'B-1', cropCode: butterhead.code, placeId: 'r1', count: 400, sownOn: TODAY },
    ...{ transplantedOn: TODAY, cutsDone: 0, lastCutOn: null, ...over },
  });

  test('dense plants hold a quarter of their places, those on benches are of the benches', () => {
    const facts = aFarm({
      ...{ today: TODAY, fish: [], loops: [loop], crops: [dense] },
      places: [
        aPlace({ id: 'r1', kind: 'bed', positions: 400, areaM2: 20, method: 'raft' }),
        aPlace({ id: 'r2', kind: 'bed', positions: 400, areaM2: 20, method: 'raft' }),
        aPlace({ id: 'nb', kind: 'nursery', positions: 1000, areaM2: 5 }),
      ],
      plantings: [
        standing({}),
        standing({ lotCode: 'B-2', placeId: 'r2', count: 200, stage: 1 }),
        standing({ lotCode: 'B-3', placeId: 'nb', count: 500, transplantedOn: null }),
      ],
    });
    const forecast = forecastFarm(facts, [], { ...DEFAULT_SETTINGS, horizonDays: 28 });
    const [bench, early, last] = spaceByStage({ facts, forecast, weeks: 3 });
    expect(bench).toMatchObject({ stage: 'bench', places: 1000 });
    expect(bench!.weeks[0]).toBeCloseTo(0.5, 9);
    // 400 at 88 a m² hold 100 of the 800 places of all beds; 200 at their last spacing hold 200.
    expect(early!.weeks[0]).toBeCloseTo(100 / 800, 9);
    expect(last!.weeks[0]).toBeCloseTo(200 / 800, 9);
    expect(spaceByStage({ facts: { ...facts, places: [] }, forecast, weeks: 1 })[0]!.weeks).toEqual([0]);
  });
});
