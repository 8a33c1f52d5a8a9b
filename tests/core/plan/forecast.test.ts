import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { grownWeightG } from '../../../src/core/fish/growth';
import { harvestGroup } from '../../../src/core/plan/build';
import { dailyDeaths } from '../../../src/core/fish/deaths';
import { fastingLoss } from '../../../src/core/fish/fasting';
import { expectedWaterC } from '../../../src/core/water/plannedTemperature';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { nextPick } from '../../../src/core/plan/unpicked';
import { DEFAULT_SETTINGS } from '../../../src/core/plan/settings';
import { addDays } from '../../../src/core/quantity/days';
import { aFarm, aStep, ids, someTrout } from '../farm';

const settings = { ...DEFAULT_SETTINGS, horizonDays: 60, deathsTimes: 0 };
const trout = aFarm().species.find((s) => s.code === 'rainbow-trout')!;

describe('fish, day by day', () => {
  test('left alone they grow as the growth model says, and nobody vanishes', () => {
    const forecast = forecastFarm(aFarm(), [], settings);
    const stay = forecast.fish[0]!;
    expect(stay.count.every((n) => n === 500)).toBe(true);
    expect(stay.meanG[0]).toBeCloseTo(300, 6);
    expect(stay.meanG[30]).toBeCloseTo(grownWeightG(300, Array(30).fill(13), trout), 3);
    expect(forecast.tanks.get('k1')!.biomassG[0]).toBeCloseTo(150_000, 3);
  });

  test('feed is what they gain times what a gain costs', () => {
    const forecast = forecastFarm(aFarm(), [], settings);
    const stay = forecast.fish[0]!;
    const gainG = stay.biomassG[1]! - stay.biomassG[0]!;
    expect(stay.feedG[0]! / gainG).toBeGreaterThan(1);
    expect(stay.feedG[0]! / gainG).toBeLessThan(1.15);
    expect(forecast.loops.get('heron')!.feedG[0]).toBe(stay.feedG[0]);
    expect(forecast.loops.get('heron')!.ammoniaG[0]).toBeCloseTo(stay.feedG[0]! * 0.44 * 0.092, 6);
  });

  test('deaths take fish at the rate of their species and size of the day, and of the farm where it has its own', () => {
    const [stay] = forecastFarm(aFarm(), [], { ...settings, deathsTimes: 1 }).fish;
    const trout = aFarm().species.find((s) => s.code === 'rainbow-trout')!;
    let alive = 500;
    for (let day = 0; day < 10; day++) alive *= 1 - dailyDeaths(trout, stay!.meanG[day]!);
    expect(stay!.count[10]).toBeCloseTo(alive, 6);
    const own = aFarm({ species: aFarm().species.map((s) => ({ ...s, deathsTimes: 3 })) });
    const [ours] = forecastFarm(own, [], { ...settings, deathsTimes: 1 }).fish;
    expect((500 - ours!.count[10]!) / (500 - alive)).toBeCloseTo(3, 1);
  });

  test('a purge batch: feed stops, the largest move, they fast, and come out as supply with a last day', () => {
    const steps = harvestGroup(
      {
        lotCode: 'TRT-1',
        speciesCode: 'rainbow-trout',
        tankId: 'k1',
        purgePlaceId: 'p1',
        purgeVolumeL: 3000,
        harvestDay: '2026-06-11',
        count: 100,
        purgeDays: 4,
        method: 'salted',
      },
      ids(),
    );
    const forecast = forecastFarm(aFarm(), steps, settings);
    const tank = forecast.tanks.get('k1')!;
    const purge = forecast.tanks.get('p1')!;
    expect(tank.feedG[4]).toBeGreaterThan(0);
    expect(tank.feedG[5]).toBe(0);
    expect(tank.feedG[6]).toBeGreaterThan(0);
    expect(purge.count[6]).toBe(100);
    expect(tank.count[6]).toBe(400);
    expect(purge.feedG.every((g) => g === 0)).toBe(true);
    expect(purge.biomassG[9]!).toBeLessThan(purge.biomassG[6]!);
    expect(purge.biomassG[6]! / 100).toBeGreaterThan(tank.biomassG[6]! / 400);
    expect(purge.count[10]).toBe(0);
    expect(forecast.supply).toHaveLength(1);
    expect(forecast.supply[0]).toMatchObject({ productCode: 'rainbow-trout', from: 10, until: 16 });
    // Its purge tank has no loop: they lose as in the water they came from.
    const waterC = expectedWaterC(
      aFarm().loops.find((l) => l.code === 'heron')!,
      '2026-06-10',
    );
    expect(forecast.supply[0]!.quantity).toBeCloseTo(
      purge.biomassG[9]! *
        (1 -
          fastingLoss(
            aFarm().species.find((s) => s.code === 'rainbow-trout')!,
            waterC,
          )),
      0,
    );
  });

  test('a purge that is overdue is taken as purged and then harvested today: no fish stay in the purge tank for ever', () => {
    const batch = {
      lotCode: 'TRT-1',
      speciesCode: 'rainbow-trout',
      tankId: 'k1',
      purgePlaceId: 'p1',
      purgeVolumeL: 3000,
      harvestDay: '2026-05-28',
      count: 100,
      purgeDays: 4,
      method: 'salted' as const,
    };
    const forecast = forecastFarm(aFarm(), [...harvestGroup(batch, ids())].reverse(), settings);
    expect(forecast.warnings).toEqual([]);
    expect(forecast.tanks.get('k1')!.count[0]).toBe(400);
    expect(forecast.tanks.get('p1')!.count[0]).toBe(0);
    expect(forecast.supply).toHaveLength(1);
  });

  test('fish that are too small for the market are named', () => {
    const facts = aFarm({ fish: [someTrout({ referenceG: 150 })] });
    const forecast = forecastFarm(
      facts,
      [aStep({ kind: 'harvest', day: '2026-06-05', fromPlaceId: 'k1', count: 500 })],
      settings,
    );
    expect(forecast.warnings[0]).toMatchObject({ kind: 'small', day: '2026-06-05' });
    expect(forecast.warnings[0]!.words).toMatch(/market size starts at 280 g/);
  });

  test('a harvest of fish that are not there gives nothing and says so', () => {
    const forecast = forecastFarm(
      aFarm(),
      [aStep({ kind: 'harvest', day: '2026-06-05', fromPlaceId: 'k2', count: 10 })],
      settings,
    );
    expect(forecast.supply).toEqual([]);
    expect(forecast.warnings[0]).toMatchObject({ kind: 'missing' });
  });

  test('a cohort that is to be stocked arrives on its day and can be moved on', () => {
    const steps = [
      aStep({ kind: 'stock', day: '2026-06-10', lotCode: 'TRT-2', toPlaceId: 'k2', count: 400, detail: { meanG: 10 } }),
      aStep({ kind: 'move', day: '2026-06-20', lotCode: 'TRT-2', fromPlaceId: 'k2', toPlaceId: 'k1', count: 390 }),
    ];
    const forecast = forecastFarm(aFarm(), steps, settings);
    expect(forecast.tanks.get('k2')!.count[8]).toBe(0);
    expect(forecast.tanks.get('k2')!.count[9]).toBe(400);
    expect(forecast.tanks.get('k2')!.count[19]).toBe(0);
    expect(forecast.tanks.get('k1')!.count[19]).toBe(900);
  });

  test('a step that is late counts as done today', () => {
    const forecast = forecastFarm(
      aFarm(),
      [aStep({ kind: 'move', day: '2026-05-20', fromPlaceId: 'k1', toPlaceId: 'k2', count: 500 })],
      settings,
    );
    expect(forecast.tanks.get('k2')!.count[0]).toBe(500);
  });

  test('a species the farm does not know is refused by name', () => {
    expect(() => forecastFarm(aFarm({ fish: [someTrout({ speciesCode: 'unicorn' })] }), [], settings)).toThrow(
      /unicorn/,
    );
  });

  test('whatever is moved and harvested: fish in tanks + fish harvested = fish there were', () => {
    const step = fc.record({
      kind: fc.constantFrom('move' as const, 'harvest' as const, 'purge' as const),
      at: fc.nat(50),
      from: fc.constantFrom('k1', 'k2', 'p1'),
      to: fc.constantFrom('k1', 'k2', 'p1'),
      count: fc.integer({ min: 1, max: 700 }),
    });
    fc.assert(
      fc.property(fc.array(step, { maxLength: 15 }), (list) => {
        const steps = list
          .filter((s) => s.from !== s.to)
          .map((s, i) =>
            aStep({
              id: `s${i}`,
              kind: s.kind,
              day: addDays('2026-06-01', s.at),
              fromPlaceId: s.from,
              toPlaceId: s.to,
              count: s.count,
            }),
          );
        const forecast = forecastFarm(aFarm({ products: [] }), steps, settings);
        const last = settings.horizonDays - 1;
        let present = 0;
        for (const tank of forecast.tanks.values()) {
          present += tank.count[last]!;
          for (const value of [...tank.count, ...tank.biomassG, ...tank.feedG]) expect(value).toBeGreaterThanOrEqual(0);
        }
        expect(present).toBeLessThanOrEqual(500 + 1e-6);
        if (!steps.some((s) => s.kind === 'harvest')) expect(present).toBeCloseTo(500, 6);
      }),
    );
  });
});

describe('crops, day by day', () => {
  const plan = [
    aStep({
      kind: 'sow',
      day: '2026-06-01',
      lotCode: 'B-1',
      cropCode: 'butterhead-lettuce',
      speciesCode: null,
      toPlaceId: 'nb',
      count: 120,
    }),
    aStep({
      kind: 'transplant',
      day: '2026-06-18',
      lotCode: 'B-1',
      cropCode: 'butterhead-lettuce',
      speciesCode: null,
      fromPlaceId: 'nb',
      toPlaceId: 'r1',
      count: 100,
    }),
    aStep({
      kind: 'pick',
      day: '2026-07-19',
      lotCode: 'B-1',
      cropCode: 'butterhead-lettuce',
      speciesCode: null,
      fromPlaceId: 'r1',
      count: 100,
      detail: { cut: 1 },
    }),
    aStep({
      kind: 'clear',
      day: '2026-07-20',
      lotCode: 'B-1',
      cropCode: 'butterhead-lettuce',
      speciesCode: null,
      fromPlaceId: 'r1',
      count: 100,
    }),
  ];

  test('hold the bench, then the bed, then nothing', () => {
    const forecast = forecastFarm(aFarm({ fish: [] }), plan, settings);
    const bench = forecast.bedsOccupied.get('nb')!;
    const bed = forecast.bedsOccupied.get('r1')!;
    expect([bench[0], bench[16], bench[17]]).toEqual([120, 120, 0]);
    expect([bed[16], bed[17], bed[48], bed[49]]).toEqual([0, 100, 100, 0]);
    expect(forecast.loops.get('heron')!.plantedAreaM2[20]).toBeCloseTo(5, 9);
  });

  test('ripe heads can wait while they stand, at most their window, and then their shelf life', () => {
    const standing = forecastFarm(
      aFarm({ fish: [] }),
      plan.filter((s) => s.kind !== 'clear'),
      settings,
    );
    expect(standing.supply).toHaveLength(1);
    expect(standing.supply[0]).toMatchObject({
      productCode: 'butterhead-lettuce',
      from: 48,
      until: 48 + 7 + 9,
      quantity: 91,
      standsDays: 7,
    });
    expect(standing.warnings).toEqual([]);
    // The bed is cleared the day after the pick: the pick may slide by that day and no more.
    const cleared = forecastFarm(aFarm({ fish: [] }), plan, settings);
    expect(cleared.supply[0]).toMatchObject({ from: 48, until: 48 + 1 + 9, standsDays: 1 });
    expect(nextPick(standing.supply, 'B-1', 0)).toEqual({ at: 48, until: 55 });
    expect(nextPick(cleared.supply, 'B-1', 48)).toEqual({ at: 48, until: 49 });
    expect([nextPick(standing.supply, 'B-1', 49), nextPick(standing.supply, 'B-2', 0)]).toEqual([null, null]);
  });

  test('what was picked or cleared is no supply a second time, and the plan says so', () => {
    const pick = plan.find((s) => s.kind === 'pick')!;
    const again = [...plan.filter((s) => s.kind !== 'clear'), { ...pick, id: 'again', day: '2026-07-22' }];
    const forecast = forecastFarm(aFarm({ fish: [] }), again, settings);
    expect(forecast.supply.map((s) => s.stepId)).toEqual([pick.id]);
    expect(forecast.warnings.map((w) => w.words).join()).toMatch(/B-1 has been picked already/);
    const afterClearing = forecastFarm(
      aFarm({ fish: [] }),
      [...plan, { ...pick, id: 'late', day: '2026-07-25' }],
      settings,
    );
    expect(afterClearing.supply.map((s) => s.stepId)).toEqual([pick.id]);
  });

  test('a bed picked once may be picked in parts: together they give what stood there', () => {
    const pick = plan.find((s) => s.kind === 'pick')!;
    const parts = [0, 1, 2].map((i) => ({ ...pick, id: `part-${i}`, count: 40, day: `2026-07-${19 + i}` }));
    const forecast = forecastFarm(
      aFarm({ fish: [] }),
      [...plan.filter((s) => !['pick', 'clear'].includes(s.kind)), ...parts],
      settings,
    );
    const total = forecast.supply.reduce((sum, s) => sum + s.quantity, 0);
    expect(forecast.supply).toHaveLength(3);
    expect(total).toBeGreaterThanOrEqual(89);
    expect(total).toBeLessThanOrEqual(91);
  });

  test('picked a fortnight early there is little and the plan says so', () => {
    const early = plan.map((s) => (s.kind === 'pick' ? { ...s, day: '2026-07-04' } : s));
    const forecast = forecastFarm(aFarm({ fish: [] }), early, settings);
    expect(forecast.warnings[0]).toMatchObject({ kind: 'unripe' });
    expect(forecast.supply[0]!.quantity).toBe(0);
  });

  test('transplanting seedlings that are too small is named', () => {
    const early = plan.map((s) => (s.kind === 'transplant' ? { ...s, day: '2026-06-05' } : s));
    expect(forecastFarm(aFarm({ fish: [] }), early, settings).warnings[0]!.words).toMatch(
      /seedlings need \d+ more days/,
    );
  });

  test('what stands today counts, from its own transplanting', () => {
    const plantings = [
      {
        lotId: 'l',
        lotCode: 'B-0',
        cropCode: 'butterhead-lettuce',
        placeId: 'r1',
        count: 80,
        sownOn: '2026-04-20',
        transplantedOn: '2026-05-10',
        cutsDone: 0,
        lastCutOn: null,
      },
    ];
    const forecast = forecastFarm(aFarm({ fish: [], plantings }), [], settings);
    expect(forecast.bedsOccupied.get('r1')![0]).toBe(80);
    expect(forecast.plants[0]!.readyFrom).toBeGreaterThan(0);
    expect(forecast.plants[0]!.readyFrom).toBeLessThan(20);
  });

  test('what is past its last day in the cold room is no supply', () => {
    const packed = [
      { lotId: 'a', lotCode: 'PP-A', productCode: 'butterhead-lettuce', quantity: 40, packedOn: '2026-05-30' },
      { lotId: 'b', lotCode: 'PP-B', productCode: 'butterhead-lettuce', quantity: 40, packedOn: '2026-05-10' },
    ];
    const forecast = forecastFarm(aFarm({ fish: [], packed }), [], settings);
    expect(forecast.supply.map((s) => s.lotCode)).toEqual(['PP-A']);
  });
});
