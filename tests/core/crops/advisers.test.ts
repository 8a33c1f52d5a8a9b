import { describe, expect, test } from 'vitest';
import { bestCuts, cutsCompared, spacingsCompared } from '../../../src/core/crops/advisers';
import { closingWindows } from '../../../src/core/crops/closing';
import { badNeighbours } from '../../../src/core/crops/neighbours';
import { seedOutlook } from '../../../src/core/crops/seedOutlook';
import { asItWas, learnedFrom, withLearned, type Batch } from '../../../src/core/crops/learned';
import { plantingAccount } from '../../../src/core/crops/plantingAccount';
import { spaceByWeek } from '../../../src/core/crops/space';
import { compareArms, studentQuantile } from '../../../src/core/crops/trial';
import { CROP_DEFAULTS } from '../../../src/core/library/defaults';
import { expectedYield } from '../../../src/core/crops/quantities';
import type { PlanStep } from '../../../src/core/facts/step';
import { stageLengthDays } from '../../../src/core/plan/build';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { PlantWeather } from '../../../src/core/plan/plantWeather';
import { addDays } from '../../../src/core/quantity/days';
import { DEFAULT_SETTINGS } from '../../../src/core/plan/settings';
import { aFarm, aLoop, aPlace, aStep } from '../farm';

const crop = (code: string) => CROP_DEFAULTS.find((c) => c.code === code)!;

describe('cut again or replant', () => {
  const leaf = {
    finalDays: 24,
    regrowDays: 10,
    cutsMax: 3,
    cutFactors: [1, 0.8, 0.3],
    pickingCurve: false,
    yieldG: 30,
    finalSurvival: 1,
    packout: 1,
  };

  test('by hand: 30 g in 26 days, 54 in 36, 63 in 46: the second cut pays, the third does not', () => {
    const choices = cutsCompared(leaf, 2);
    expect(choices.map((c) => Number(c.perPlaceDay.toFixed(3)))).toEqual([1.154, 1.5, 1.37]);
    expect(bestCuts(choices).cuts).toBe(2);
    // The lines cross where the next cut gives less a day than the cycle so far.
    expect(choices[2]!.lastCutPerDay).toBeCloseTo(0.9);
    expect(choices[2]!.lastCutPerDay).toBeLessThan(choices[1]!.perPlaceDay);
  });

  test('slow turning of a bed is a reason for another cut', () => {
    expect(bestCuts(cutsCompared({ ...leaf, cutFactors: [1, 0.8, 0.45] }, 0)).cuts).toBe(2);
    expect(bestCuts(cutsCompared({ ...leaf, cutFactors: [1, 0.8, 0.45] }, 14)).cuts).toBe(3);
  });

  test('cuts after which nothing is better than one: whole heads', () => {
    expect(bestCuts(cutsCompared(crop('butterhead-lettuce'), 1)).cuts).toBe(1);
  });

  test('a turnover of 61 days is refused', () => {
    expect(() => cutsCompared(leaf, 61)).toThrow(/between 0 and 60/);
  });
});

describe('plant once or re-space', () => {
  test('by hand: 12 days at 80 and 18 at 20 take 1.05 m²·days a plant, 30 at 20 take 1.5', () => {
    const { once, respaced } = spacingsCompared(
      {
        finalDays: 30,
        finalPerM2: 20,
        finalSurvival: 1,
        packout: 1,
        stages: [
          { days: 12, perM2: 80 },
          { days: 18, perM2: 20 },
        ],
      },
      { plantMin: 0.3, respaceMin: 0.2 },
    );
    expect(once.m2Days).toBeCloseTo(1.5);
    expect(respaced.m2Days).toBeCloseTo(1.05);
    expect(once.headsPerM2Week).toBeCloseTo(4.667, 3);
    expect(respaced.headsPerM2Week).toBeCloseTo(6.667, 3);
    expect([once.minutesPerHead, respaced.minutesPerHead]).toEqual([0.3, 0.5]);
  });

  test('a crop without denser stages: both schools are alike', () => {
    const { once, respaced } = spacingsCompared(crop('tatsoi'), { plantMin: 0.3, respaceMin: 0.2 });
    expect(respaced).toEqual(once);
  });
});

describe('a trial', () => {
  test('quantiles of Student’s t as every table prints them', () => {
    for (const [df, t] of [
      [1, 12.706],
      [5, 2.571],
      [10, 2.228],
      [30, 2.042],
      [1000, 1.962],
    ] as const)
      expect(studentQuantile(0.975, df)).toBeCloseTo(t, 3);
  });

  test('two arms of unequal spread, worked by hand: means 20 and 26, 3.66 degrees of freedom', () => {
    const result = compareArms([18, 20, 22, 20], [20, 26, 32, 26]);
    expect(result.difference).toBe(6);
    // Variances 8/3 and 24: standard error √(0.6667 + 6) = 2.582; df = 6.6667² ÷ (0.6667²/3 + 36/3) = 3.6585.
    expect(result.degreesOfFreedom).toBeCloseTo(3.6585, 3);
    expect(result.interval[0]).toBeCloseTo(6 - studentQuantile(0.975, 3.6585) * 2.582, 2);
    expect(result.isReal).toBe(false);
  });

  test('twenty plants each that differ by more than chance are told apart; the same arm twice is not', () => {
    const a = Array.from({ length: 20 }, (_, i) => 100 + (i % 5));
    expect(
      compareArms(
        a,
        a.map((x) => x + 3),
      ).isReal,
    ).toBe(true);
    const same = compareArms(a, a);
    expect([same.isReal, same.difference]).toEqual([false, 0]);
  });

  test('one plant is no arm', () => {
    expect(() => compareArms([1], [1, 2])).toThrow(/at least two plants of each arm/);
  });
});

describe('what became of a planting', () => {
  test('shares and cuts against its recipe', () => {
    const mizuna = crop('mizuna');
    const account = plantingAccount(mizuna, {
      sown: 240,
      cameUp: 216,
      transplanted: 200,
      lost: 10,
      picked: [
        { cut: 1, quantity: 4000 },
        { cut: 1, quantity: 1000 },
        { cut: 2, quantity: 3000 },
      ],
    });
    expect(account.germination).toBeCloseTo(0.9);
    expect(account.lossInBed).toBeCloseTo(0.05);
    expect(account.cuts.map((c) => [c.cut, c.picked])).toEqual([
      [1, 5000],
      [2, 3000],
    ]);
    expect(account.cuts[0]!.expected).toBeCloseTo(200 * mizuna.finalSurvival * mizuna.packout * mizuna.yieldG);
  });
});

describe('windows and space', () => {
  const butterhead = crop('butterhead-lettuce');
  const steady = aLoop({
    plannedAirTempC: Array(12).fill(butterhead.tempOptC),
    plannedLightMol: Array(12).fill(butterhead.lightTargetMol),
  });
  const ripe = {
    lotId: 'l',
    lotCode: 'B-0',
    cropCode: 'butterhead-lettuce',
    placeId: 'r1',
    count: 300,
    sownOn: '2026-04-11',
    transplantedOn: '2026-04-29',
    cutsDone: 0,
    lastCutOn: null,
  };
  const facts = aFarm({ fish: [], loops: [steady], plantings: [ripe] });
  const settings = { ...DEFAULT_SETTINGS, horizonDays: 60 };
  const pick = (day: string) =>
    aStep({
      kind: 'pick',
      day,
      lotCode: 'B-0',
      speciesCode: null,
      cropCode: 'butterhead-lettuce',
      fromPlaceId: 'r1',
      count: 300,
    });

  test('ripe on 29 May, good for seven days: without a pick by 5 June it is lost, with its value', () => {
    const [lost] = closingWindows({ facts, forecast: forecastFarm(facts, [], settings), at: 0, days: 7 });
    expect(lost).toMatchObject({ lastDay: 4, pickAt: null });
    expect(lost!.valueMinor).toBe(lost!.quantity * 140);
    const late = closingWindows({
      facts,
      forecast: forecastFarm(facts, [pick('2026-06-09')], settings),
      at: 0,
      days: 7,
    });
    expect(late[0]!.pickAt).toBe(8);
    const inTime = forecastFarm(facts, [pick('2026-06-03')], settings);
    expect(closingWindows({ facts, forecast: inTime, at: 0, days: 7 })).toEqual([]);
  });

  test('what is lost is what no pick of its own bed takes by its last day, on whatever day one looks', () => {
    const lostOn = (at: number, steps: PlanStep[]) =>
      closingWindows({ facts, forecast: forecastFarm(facts, steps, settings), at, days: 7 });
    const all = lostOn(0, [])[0]!.quantity;
    const [rest] = lostOn(0, [{ ...pick('2026-06-03'), count: 100 }]);
    expect(rest!.quantity).toBe(
      expectedYield(
        facts.crops.find((c) => c.code === 'butterhead-lettuce')!,
        200,
        1,
      ).units,
    );
    expect(rest!.quantity).toBeLessThan(all);
    // Picked on 3 June; its bed is cleared on the 8th: on the 4th nothing of it can be lost any more.
    const clear = aStep({
      kind: 'clear',
      day: '2026-06-08',
      lotCode: 'B-0',
      cropCode: ripe.cropCode,
      fromPlaceId: 'r1',
    });
    expect(lostOn(3, [pick('2026-06-03'), clear])).toEqual([]);
    // The pick of the same batch in another bed saves nothing here.
    const two = { ...facts, plantings: [ripe, { ...ripe, lotId: 'l2', placeId: 'r2' }] };
    const here = closingWindows({
      facts: two,
      forecast: forecastFarm(two, [pick('2026-06-03')], settings),
      at: 0,
      days: 7,
    });
    expect(here.map((c) => c.stay.placeId)).toEqual(['r2']);
  });

  test('half a bed empty for eight weeks: what it costs is what the other half earns', () => {
    const plan = [
      pick('2026-06-03'),
      aStep({ kind: 'clear', day: '2026-08-20', lotCode: 'B-0', cropCode: 'butterhead-lettuce', fromPlaceId: 'r1' }),
    ];
    const forecast = forecastFarm(facts, plan, settings);
    const [r1] = spaceByWeek({ facts, forecast, plan, weeks: 8 });
    expect(r1!.weeks.map((w) => w.mean)).toEqual(Array(8).fill(0.5));
    expect(r1!.idleM2Weeks).toBeCloseTo(120);
    expect(r1!.valueMinor).toBe(forecast.supply[0]!.quantity * 140);
    expect(r1!.idleMinor).toBeCloseTo(r1!.valueMinor);
  });
});

describe('neighbours', () => {
  const stay = (cropCode: string, placeId: string, from: number, until: number, readyFrom: number | null) => ({
    lotCode: cropCode,
    cropCode,
    placeId,
    from,
    until,
    positions: 10,
    plants: 10,
    stage: 0,
    readyFrom,
    crops: [],
  });
  const facts = aFarm({
    places: [
      aPlace({ id: 'b1', kind: 'bed', walk: 'House one' }),
      aPlace({ id: 'r1', kind: 'bed', walk: 'House one' }),
      aPlace({ id: 'r2', kind: 'bed', walk: 'House two' }),
    ],
  });
  const meet = (...plants: ReturnType<typeof stay>[]) =>
    badNeighbours({ facts, forecast: { plants }, at: 0, days: 56 });

  test('tomatoes that ripen from day 20 mark the lettuce of their house, on the days both are there', () => {
    const tomato = stay('cherry-tomato', 'b1', -60, 100, 20);
    expect(meet(tomato, stay('butterhead-lettuce', 'r1', 0, 30, 30))).toEqual([
      { room: 'House one', fruit: ['Cherry tomato'], leaves: ['Butterhead lettuce'], from: 20, until: 30 },
    ]);
    expect(meet(tomato, stay('butterhead-lettuce', 'r2', 0, 30, 30))).toEqual([]);
    expect(meet(tomato, stay('butterhead-lettuce', 'r1', 0, 20, 20))).toEqual([]);
    expect(meet(tomato, stay('chives', 'r1', 0, 30, 30))).toEqual([]);
  });
});

describe('seed in store', () => {
  const sow = (day: string, count: number) =>
    aStep({ kind: 'sow', day, lotCode: 'B', speciesCode: null, cropCode: 'rocket', count, id: day });

  test('500 seeds last two sowings of 200; the third lacks 100 and is ordered ten days before', () => {
    const plan = [sow('2026-06-22', 200), sow('2026-06-08', 200), sow('2026-06-15', 200)];
    expect(seedOutlook(new Map([['rocket', 500]]), plan)).toEqual([
      { cropCode: 'rocket', left: 500, shortOn: '2026-06-22', lacks: 100, orderBy: '2026-06-12' },
    ]);
    expect(seedOutlook(new Map([['rocket', 600]]), plan)[0]).toMatchObject({ shortOn: null, lacks: 0, orderBy: null });
    expect(seedOutlook(new Map(), plan)[0]).toMatchObject({ left: 0, shortOn: '2026-06-08', lacks: 600 });
    // Where the recipe says that seed takes three weeks, it is ordered three weeks before.
    const [slow] = seedOutlook(new Map([['rocket', 500]]), plan, [{ code: 'rocket', seedLeadDays: 21 }]);
    expect(slow!.orderBy).toBe('2026-06-01');
  });
});

describe('what the farm’s own batches say', () => {
  const rocket = crop('rocket');
  // At its best all year: the recipe’s days are days of the calendar.
  const loop = aLoop({
    plannedAirTempC: Array<number>(12).fill(rocket.tempOptC),
    plannedLightMol: Array<number>(12).fill(rocket.lightTargetMol),
  });
  const ground = { loops: [loop], places: [{ id: 'r1', loopId: loop.id }] };
  const batch = (transplantedOn: string, days: number, over: Partial<Batch> = {}): Batch => ({
    ...{ sownOn: '2026-01-01', transplantedOn, placeId: 'r1', sown: 100, cameUp: null, transplanted: 80 },
    firstPickOn: addDays(transplantedOn, days),
    picked: 80 * rocket.finalSurvival * rocket.packout * rocket.yieldG * 0.9,
    ...over,
  });
  const january = [20, 24, 25, 28, 28].map((days, i) => batch(addDays('2026-01-10', i), days, { cameUp: 70 + i }));
  const june = [batch('2026-06-05', 20), batch('2026-06-12', 22)];

  test('four batches say nothing; more say what became of seeds and picks, and how long by month', () => {
    expect(learnedFrom(rocket, january.slice(0, 4), ground)).toBeNull();
    const more = [...january, ...june, batch('2026-06-20', 24, { sown: 200, transplanted: 100 })];
    const learned = learnedFrom(rocket, more, ground)!;
    expect(learned.raised).toBeCloseTo(660 / 900);
    expect(learned.pickedShare).toBeCloseTo((0.9 * 640) / 660, 1);
    expect(learned.cameUp).toEqual({ share: 0.72, batches: 5 });
    expect(learned.daysByMonth).toEqual([
      { month: 0, days: 25, expected: rocket.finalDays, batches: 5 },
      { month: 5, days: 22, expected: rocket.finalDays, batches: 3 },
    ]);
  });

  test('used, it moves yield, germination and the months that have batches enough; nothing else', () => {
    const learned = learnedFrom(rocket, [...january, ...june], ground)!;
    const own = withLearned(rocket, learned, '2026-07-01');
    expect(own.germination).toBe(0.72);
    expect(own.yieldG).toBeCloseTo(rocket.yieldG * 0.9, 1);
    expect(own.paceByMonth![0]).toBeCloseTo(rocket.finalDays / 25, 3);
    // Two batches in June are too few.
    expect(own.paceByMonth![5]).toBe(1);
    expect(asItWas(own)).toEqual(rocket);
    // Learning again starts from the recipe, not from what was learned.
    expect(learnedFrom(own, [...january, ...june], ground)).toEqual(learned);
  });

  test('heads weighed at picking teach what a head weighs; too few weighings teach nothing', () => {
    const lettuce = crop('butterhead-lettuce');
    const heads = Array.from({ length: 6 }, (_, i) =>
      batch(addDays('2026-02-01', i), 30, { picked: 70, eachG: i < 5 ? lettuce.yieldG * (1.1 + i / 50) : null }),
    );
    const learned = learnedFrom(lettuce, heads, ground)!;
    expect(learned.weighed).toEqual({ eachG: expect.closeTo(lettuce.yieldG * 1.14, 6), batches: 5 });
    const own = withLearned(lettuce, learned, '2026-07-01');
    expect(own.yieldG).toBeCloseTo(lettuce.yieldG * 1.14, 0);
    expect(expectedYield(own, 100, 1).massG).toBeGreaterThan(expectedYield(lettuce, 100, 1).massG * 0.9);
    expect(learnedFrom(lettuce, heads.slice(1), ground)!.weighed).toBeNull();
    expect(asItWas(own)).toEqual(lettuce);
  });

  test('plan and forecast then have the pick on the day the farm’s Januaries have it', () => {
    const own = withLearned(rocket, learnedFrom(rocket, [...january, ...june], ground)!, '2026-07-01');
    const days = (of: typeof rocket, from: string) =>
      stageLengthDays({ crop: of, loop, from, referenceDays: rocket.finalDays });
    expect(days(rocket, '2027-01-02')).toBe(rocket.finalDays);
    expect(days(own, '2027-01-02')).toBe(25);
    expect(days(own, '2027-06-02')).toBe(rocket.finalDays);
    const bed = aPlace({ id: 'r1', kind: 'bed', loopId: loop.id });
    const weather = new PlantWeather({ today: '2027-01-02', loops: [loop], places: [bed] }, 200);
    expect(weather.dayBy(own, 'r1', { from: 0, referenceDays: rocket.finalDays })).toBe(25);
  });

  test('heads and bunches that survive worse are raised in greater number; a slip of a month is held within reason', () => {
    const lettuce = crop('butterhead-lettuce');
    const learned = {
      ...{ batches: 9, cameUp: null, weighed: null, raised: 0.8, raisedExpected: 0.9, pickedShare: 0.8 },
      daysByMonth: [{ month: 2, days: 300, expected: 30, batches: 9 }],
    };
    const own = withLearned(lettuce, learned, '2026-07-01');
    expect(own.finalSurvival).toBeCloseTo(lettuce.finalSurvival * 0.8, 3);
    expect(own.yieldG).toBe(lettuce.yieldG);
    expect(own.paceByMonth![2]).toBe(0.6);
  });
});
