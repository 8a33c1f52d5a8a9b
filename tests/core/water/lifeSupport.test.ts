import { describe, expect, test } from 'vitest';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { SPECIES_DEFAULTS } from '../../../src/core/library/defaults';
import { holdingKwhPerDay, temperatureCost, warmingKwh } from '../../../src/core/water/energy';
import {
  lifeSupportMargin,
  minutesToDanger,
  nitrificationG,
  oxygenNeedKg,
  oxygenSaturationMgL,
  respirationMgKgH,
} from '../../../src/core/water/lifeSupport';
import { plannedWaterC, withSetting } from '../../../src/core/water/plannedTemperature';
import { aFarm, aLoop, aPlace, someTrout } from '../farm';

const trout = SPECIES_DEFAULTS.find((s) => s.code === 'rainbow-trout')!;

describe('oxygen', () => {
  test.each([
    [0, 14.62],
    [10, 11.29],
    [15, 10.08],
    [20, 9.09],
    [25, 8.26],
    [30, 7.56],
  ])('saturation at %d °C is the tabled value', (tempC, mgL) => {
    expect(oxygenSaturationMgL(tempC)).toBeCloseTo(mgL, 1);
  });

  test('salt and altitude take some away', () => {
    expect(oxygenSaturationMgL(20, 0, 10)).toBeCloseTo(8.58, 1);
    expect(oxygenSaturationMgL(20, 1000)).toBeCloseTo(9.09 * 0.887, 1);
    expect(() => oxygenSaturationMgL(60)).toThrow(/Water temperature is 60 °C/);
  });

  test('ten kg of feed use up five kg of oxygen', () => {
    expect(oxygenNeedKg(10)).toBeCloseTo(5);
  });

  test('small, warm and fed fish breathe more for each kg', () => {
    const at = (g: number, t: number, fed: boolean) => respirationMgKgH(trout, g, t, fed);
    expect(at(100, trout.tempOptC, true)).toBeCloseTo(trout.respirationMgKgH, 5);
    expect(at(10, 14, true)).toBeGreaterThan(at(400, 14, true));
    expect(at(100, 15, true)).toBeGreaterThan(at(100, 8, true));
    expect(at(100, 14, false)).toBeCloseTo(at(100, 14, true) * 0.6, 5);
  });

  test('minutes to danger by hand: 4 mg/L over the critical in 10 m³, breathed by 300 kg at 300 mg/kg·h', () => {
    expect(minutesToDanger({ oxygenMgL: 7, criticalMgL: 3, volumeL: 10_000, breathedMgH: 90_000 })).toBeCloseTo(
      26.67,
      1,
    );
    expect(minutesToDanger({ oxygenMgL: 2, criticalMgL: 3, volumeL: 10_000, breathedMgH: 90_000 })).toBe(0);
    expect(minutesToDanger({ oxygenMgL: 7, criticalMgL: 3, volumeL: 10_000, breathedMgH: 0 })).toBe(Infinity);
  });
});

describe('filters by both schools', () => {
  const media = [{ name: 'bed', volumeM3: 2, surfaceM2PerM3: 500, gTanPerM2Day: 0.5 }];
  const support = {
    aerators: [
      { name: 'A', kgO2PerDay: 6 },
      { name: 'B', kgO2PerDay: 4 },
    ],
    media,
    energy: null,
  };

  test('nitrification follows surface, warmth and pH', () => {
    expect(nitrificationG(media, 20)).toBeCloseTo(500);
    expect(nitrificationG(media, 25)).toBeGreaterThan(650);
    expect(nitrificationG(media, 20, 6)).toBeCloseTo(250);
  });

  test('the least of all is named, and what holds with the strongest aerator standing', () => {
    const load = { feedKgPerDay: 10, biomassKg: 600, ammoniaGPerDay: 370, waterTempC: 20 };
    const margin = lifeSupportMargin(support, load);
    expect(margin).toMatchObject({ oxygenGivenKg: 10, oxygenWithoutOneKg: 4, mediaRuleL: 1200, mediaL: 2000 });
    expect(margin.tightest.what).toBe('nitrification');
    expect(lifeSupportMargin(support, { ...load, biomassKg: 1500 }).tightest).toEqual({
      what: 'media rule',
      ratio: 2000 / 3000,
    });
    expect(
      lifeSupportMargin(support, { feedKgPerDay: 0, biomassKg: 0, ammoniaGPerDay: 0, waterTempC: 20 }).tightest.ratio,
    ).toBe(Infinity);
  });
});

describe('temperature as a throttle', () => {
  const energy = {
    lossWPerC: 400,
    unheatedC: Array(12).fill(10),
    heatMinorPerKwh: 10,
    coolMinorPerKwh: 24,
    chillerCop: 3,
  };
  const loop = aLoop({ plannedWaterTempC: Array(12).fill(13), lifeSupport: { aerators: [], media: [], energy } });

  test('a setting holds from its day until its end, then what was planned before holds again', () => {
    const set = withSetting({ loop, from: '2026-06-10', until: '2026-07-10', tempC: 9 });
    expect(['2026-06-09', '2026-06-10', '2026-07-09', '2026-07-10'].map((d) => plannedWaterC(set, d))).toEqual([
      13, 9, 9, 13,
    ]);
    const again = withSetting({ loop: set, from: '2026-06-20', until: '2026-06-25', tempC: 11 });
    expect(['2026-06-15', '2026-06-22', '2026-06-26', '2026-07-11'].map((d) => plannedWaterC(again, d))).toEqual([
      9, 11, 9, 13,
    ]);
    expect(plannedWaterC(withSetting({ loop, from: '2026-06-10', until: null, tempC: 15 }), '2027-01-01')).toBe(15);
  });

  test('holding 3 °C at 400 W/°C takes 28.8 kWh a day; cooling counts the chiller’s yield', () => {
    expect(holdingKwhPerDay(400, 3)).toBeCloseTo(28.8);
    expect(temperatureCost(loop, '2026-06-01', 10)).toEqual({ heatMinor: expect.closeTo(2880), coolMinor: 0 });
    const cold = withSetting({ loop, from: '2026-06-01', until: null, tempC: 7 });
    expect(temperatureCost(cold, '2026-06-01', 10)).toEqual({ heatMinor: 0, coolMinor: expect.closeTo(2304) });
    expect(warmingKwh(1000, 10)).toBeCloseTo(11.63, 1);
  });

  test('cooler water slows the fish and eats less feed', () => {
    const facts = aFarm({ fish: [someTrout({ referenceG: 100 })] });
    const cool = {
      ...facts,
      loops: [withSetting({ loop: facts.loops[0]!, from: facts.today, until: null, tempC: 8 })],
    };
    const [warm, slow] = [facts, cool].map((f) => forecastFarm(f, []).fish[0]!);
    expect(slow!.meanG[90]!).toBeLessThan(warm!.meanG[90]! * 0.85);
    expect(slow!.feedG[30]!).toBeLessThan(warm!.feedG[30]!);
  });
});

describe('companion stock and feed tables in the forecast', () => {
  test('prawns in the sump grow and are never fed', () => {
    const prawn = SPECIES_DEFAULTS.find((s) => s.code === 'giant-freshwater-prawn')!;
    const places = [aPlace({ id: 's1', kind: 'sump', volumeL: 2000, densityLimitKgM3: 4 })];
    const warm = aLoop({ plannedWaterTempC: Array(12).fill(27) });
    const fish = [someTrout({ lotCode: 'PRW-1', speciesCode: prawn.code, placeId: 's1', referenceG: 5 })];
    const stay = forecastFarm(aFarm({ places, fish, loops: [warm], species: [prawn] }), []).fish[0]!;
    expect(stay.feedG.every((g) => g === 0)).toBe(true);
    expect(stay.meanG[60]!).toBeGreaterThan(5);
  });

  test('a farm’s own table replaces the ration by growth', () => {
    const facts = aFarm({ fish: [someTrout({ count: 100, referenceG: 200 })] });
    const rule = {
      speciesCode: 'rainbow-trout',
      ration: 'table' as const,
      table: [{ uptoG: 1000, percentPerDay: 1 }],
      feederTimes: [],
      farmGrownShare: 0,
      feedMinorPerKg: 200,
      fingerlingMinor: 50,
      leadDays: 7,
      quarantineDays: 14,
      version: 1,
    };
    const byTable = forecastFarm({ ...facts, feedRules: [rule] }, []).fish[0]!.feedG[0]!;
    expect(byTable).toBeGreaterThan(100);
    expect(byTable).toBeLessThanOrEqual(200.0001);
    expect(byTable).not.toBeCloseTo(forecastFarm(facts, []).fish[0]!.feedG[0]!, 1);
  });

  test('a plain split leaves both parts alike; grading up leaves the small ones', () => {
    const facts = aFarm({ fish: [someTrout({ count: 400, referenceG: 200 })] });
    const move = (amount: number | null) => ({
      id: 'm',
      groupId: 'm',
      kind: 'move' as const,
      day: facts.today,
      lotCode: 'TRT-1',
      speciesCode: 'rainbow-trout',
      cropCode: null,
      fromPlaceId: 'k1',
      toPlaceId: 'k2',
      count: 200,
      detail: amount === null ? {} : { overG: amount },
      version: 1,
    });
    const means = (amount: number | null) =>
      ['k1', 'k2'].map((p) => forecastFarm(facts, [move(amount)]).fish.find((s) => s.placeId === p)!.meanG[0]!);
    const [rest, moved] = means(null);
    expect(rest!).toBeCloseTo(moved!, 5);
    const [small, large] = means(200);
    expect(large! / small!).toBeGreaterThan(1.15);
  });
});
