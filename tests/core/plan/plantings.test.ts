import { carriedBy } from '../../../src/core/facts/step';
import { describe, expect, test } from 'vitest';
import { bedStages, daysFromStage, placesHeld, stageFault } from '../../../src/core/crops/recipe';
import { repeatSowings } from '../../../src/core/crops/repeatSowings';
import { placesFree, plantsThatFit } from '../../../src/core/crops/roomFor';
import { CROP_DEFAULTS } from '../../../src/core/library/defaults';
import type { Crop } from '../../../src/core/library/types';
import { applyChanges } from '../../../src/core/plan/changes';
import { followRipeness } from '../../../src/core/plan/followRipeness';
import { forecastFarm } from '../../../src/core/plan/forecast';
import type { FarmFacts, PlantingFact } from '../../../src/core/facts/farm';
import { DEFAULT_SETTINGS } from '../../../src/core/plan/settings';
import { addDays } from '../../../src/core/quantity/days';
import { aFarm, aLoop, aPlace, aStep } from '../farm';

/** Air and light at which butterhead makes a day of development each day: everything can be counted on fingers. */
const butterhead = CROP_DEFAULTS.find((c) => c.code === 'butterhead-lettuce')!;
const STEADY = aLoop({
  plannedAirTempC: Array(12).fill(butterhead.tempOptC),
  plannedLightMol: Array(12).fill(butterhead.lightTargetMol),
});
const DENSE: Crop = {
  ...butterhead,
  stages: [
    { days: 12, perM2: 88 },
    { days: 18, perM2: 22 },
  ],
};
const TODAY = '2026-06-01';
const settings = { ...DEFAULT_SETTINGS, horizonDays: 90 };

const planting = (over: Partial<PlantingFact> = {}): PlantingFact => ({
  lotId: 'lot-b',
  lotCode: 'B-1',
  cropCode: 'butterhead-lettuce',
  placeId: 'r1',
  count: 200,
  sownOn: addDays(TODAY, -18),
  transplantedOn: TODAY,
  cutsDone: 0,
  lastCutOn: null,
  ...over,
});

const farm = (over: Partial<FarmFacts> = {}, crop: Crop = DENSE): FarmFacts =>
  aFarm({
    fish: [],
    loops: [STEADY],
    places: [
      aPlace({ id: 'r1', kind: 'bed', positions: 600, areaM2: 30, method: 'raft', pieceSize: 20 }),
      aPlace({ id: 'r2', kind: 'bed', positions: 300, areaM2: 15, method: 'raft', pieceSize: 20 }),
      aPlace({ id: 'nb', kind: 'nursery', positions: 5000, areaM2: 10, pieceSize: 104 }),
    ],
    crops: [crop, ...CROP_DEFAULTS.filter((c) => c.code !== crop.code)],
    ...over,
  });

const step = (
  kind: Parameters<typeof aStep>[0]['kind'],
  at: number,
  over: Partial<Omit<ReturnType<typeof aStep>, 'kind'>> = {},
) =>
  aStep({
    kind,
    day: addDays(TODAY, at),
    lotCode: 'B-1',
    speciesCode: null,
    cropCode: 'butterhead-lettuce',
    fromPlaceId: 'r1',
    count: 200,
    ...over,
  });

describe('a recipe of several spacings', () => {
  test('planted once is one stage; dense first is several whose days add up', () => {
    expect(bedStages(butterhead)).toEqual([{ days: 30, perM2: 22 }]);
    expect(daysFromStage(DENSE, 0)).toBe(30);
    expect(daysFromStage(DENSE, 1)).toBe(18);
  });

  test('88 plants a square metre that end at 22 hold a quarter of the places', () => {
    expect(placesHeld(DENSE, 0, 200)).toBe(50);
    expect(placesHeld(DENSE, 1, 200)).toBe(200);
    expect(placesHeld(butterhead, 0, 200)).toBe(200);
    expect(plantsThatFit(DENSE, 0, 50)).toBe(200);
    expect(plantsThatFit(DENSE, 1, 50)).toBe(50);
  });

  test('stages of nought days, without room or that get denser are told by their place', () => {
    expect(stageFault(DENSE.stages!)).toBeNull();
    expect(stageFault([{ days: 0, perM2: 80 }])).toEqual({ at: 0, why: 'days' });
    expect(stageFault([{ days: 5, perM2: 0 }])).toEqual({ at: 0, why: 'room' });
    const denser = [
      { days: 5, perM2: 22 },
      { days: 5, perM2: 80 },
    ];
    expect(stageFault(denser)).toEqual({ at: 1, why: 'denser' });
  });

  test('what is free in a bed counts dense plants for what they hold', () => {
    const { plantings, crops, places, today } = farm({
      plantings: [planting(), planting({ lotId: 'x', lotCode: 'B-2', count: 30, stage: 1 })],
    });
    expect(placesFree({ bed: places[0]!, plantings, crops, today })).toBe(600 - 50 - 30);
  });
});

describe('plants in the forecast', () => {
  const plan = [step('respace', 12, { toPlaceId: 'r1', detail: { stage: 1 } }), step('pick', 30), step('clear', 31)];

  test('dense first: a quarter of the places for twelve days, all of them until it is cleared, heads on the day', () => {
    const forecast = forecastFarm(farm({ plantings: [planting()] }), plan, settings);
    const held = forecast.bedsOccupied.get('r1')!;
    expect([held[0], held[11], held[12], held[30], held[31]]).toEqual([50, 50, 200, 200, 0]);
    const [supply] = forecast.supply;
    expect(supply!.from).toBe(30);
    expect(supply!.quantity).toBe(Math.floor(200 * butterhead.finalSurvival * butterhead.packout));
    expect(forecast.warnings).toEqual([]);
  });

  test('the same plants held dense past their stage are told of, in time to re-space them', () => {
    const late = [step('respace', 20, { toPlaceId: 'r1', detail: { stage: 1 } }), step('pick', 40)];
    const { warnings } = forecastFarm(farm({ plantings: [planting()] }), late, settings);
    expect(warnings.map((w) => w.kind)).toContain('crowded');
    expect(warnings.find((w) => w.kind === 'crowded')!.words).toMatch(/stands dense 8 days too long/);
  });

  test('split between two beds: no plant is lost, each bed has its own pick', () => {
    const split = [
      step('respace', 12, { toPlaceId: 'r2', detail: { stage: 1 }, count: 80, id: 'a' }),
      step('respace', 12, { toPlaceId: 'r1', detail: { stage: 1 }, count: 120, id: 'b' }),
      step('pick', 30, { count: 120, id: 'c' }),
      step('pick', 32, { count: 80, fromPlaceId: 'r2', id: 'd' }),
    ];
    const forecast = forecastFarm(farm({ plantings: [planting()] }), split, settings);
    expect(forecast.bedsOccupied.get('r1')![20]).toBe(120);
    expect(forecast.bedsOccupied.get('r2')![20]).toBe(80);
    const whole = forecastFarm(farm({ plantings: [planting()] }), plan, settings).supply[0]!.quantity;
    const heads = forecast.supply.reduce((sum, s) => sum + s.quantity, 0);
    expect(Math.abs(heads - whole)).toBeLessThanOrEqual(1);
  });

  test('a planting recorded in two beds is reckoned with in both', () => {
    const plantings = [planting({ count: 150, stage: 1 }), planting({ count: 50, placeId: 'r2', stage: 1 })];
    const forecast = forecastFarm(farm({ plantings }), [], settings);
    expect(forecast.plants.map((s) => [s.placeId, s.plants])).toEqual([
      ['r1', 150],
      ['r2', 50],
    ]);
  });

  test('handed to another bed while growing: ripe on the same day, the first bed is free', () => {
    const moved = [
      step('respace', 5, { toPlaceId: 'r2', detail: { stage: 0 } }),
      step('pick', 30, { fromPlaceId: 'r2' }),
    ];
    const forecast = forecastFarm(farm({ plantings: [planting()] }, butterhead), moved, settings);
    expect([forecast.bedsOccupied.get('r1')![5], forecast.bedsOccupied.get('r2')![5]]).toEqual([0, 200]);
    expect(forecast.plants.find((s) => s.placeId === 'r2')!.readyFrom).toBe(30);
    expect(forecast.supply[0]!.quantity).toBeGreaterThan(0);
  });

  test('transplanted in two goes: what waits for the second stays on the bench', () => {
    const plantings = [planting({ placeId: 'nb', transplantedOn: null })];
    const goes = [
      step('transplant', 0, { fromPlaceId: 'nb', toPlaceId: 'r1', count: 120, id: 'a' }),
      step('transplant', 7, { fromPlaceId: 'nb', toPlaceId: 'r2', count: 60, id: 'b' }),
    ];
    const forecast = forecastFarm(farm({ plantings }, butterhead), goes, settings);
    expect([forecast.bedsOccupied.get('nb')![0], forecast.bedsOccupied.get('nb')![7]]).toEqual([80, 0]);
    expect([forecast.bedsOccupied.get('r1')![7], forecast.bedsOccupied.get('r2')![7]]).toEqual([120, 60]);
  });
});

describe('picks follow ripeness', () => {
  const follow = (facts: FarmFacts, plan: ReturnType<typeof step>[]) =>
    Object.fromEntries(followRipeness({ facts, plan }).map(({ step: s, day }) => [s.id, day]));

  test('planned for day 24, ripe on day 30: the pick and the clearing go along', () => {
    const plan = [step('pick', 24, { id: 'pick' }), step('clear', 25, { id: 'clear' })];
    expect(follow(farm({ plantings: [planting()] }, butterhead), plan)).toEqual({
      pick: addDays(TODAY, 30),
      clear: addDays(TODAY, 31),
    });
  });

  test('a pinned pick stays, one that is due stays, one that is a day off stays', () => {
    const facts = farm({ plantings: [planting()] }, butterhead);
    expect(follow(facts, [step('pick', 24, { detail: { cut: 1, pinned: 1 } })])).toEqual({});
    expect(follow(facts, [step('pick', 0)])).toEqual({});
    expect(follow(facts, [step('pick', 29)])).toEqual({});
  });

  test('warmer or darker days than planned, as they were read, move what is ripe', () => {
    const days = Array.from({ length: 15 }, (_, i) => addDays(TODAY, i - 15));
    const cold = {
      ...STEADY,
      recordedAir: { tempC: Object.fromEntries(days.map((d) => [d, butterhead.tempMinC])), lightMol: {} },
    };
    const stands = [planting({ transplantedOn: addDays(TODAY, -15) })];
    const plan = [step('pick', 15, { id: 'pick' })];
    expect(follow(farm({ plantings: stands }, butterhead), plan)).toEqual({});
    // Fifteen days without growth: all thirty are still to come.
    expect(follow(farm({ plantings: stands, loops: [cold] }, butterhead), plan)).toEqual({ pick: addDays(TODAY, 30) });
  });

  test('a late sowing pushes its transplant, and everything after it; nothing is pulled ahead of a bed that gets free', () => {
    const late = [planting({ placeId: 'nb', transplantedOn: null, sownOn: TODAY })];
    const plan = [
      step('transplant', 10, { fromPlaceId: 'nb', toPlaceId: 'r1', id: 'in' }),
      step('pick', 40, { id: 'pick' }),
    ];
    expect(follow(farm({ plantings: late }, butterhead), plan)).toEqual({
      in: addDays(TODAY, 18),
      pick: addDays(TODAY, 48),
    });
    const waits = [
      step('transplant', 40, { fromPlaceId: 'nb', toPlaceId: 'r1', id: 'in' }),
      step('pick', 70, { id: 'pick' }),
    ];
    expect(follow(farm({ plantings: late }, butterhead), waits)).toEqual({});
  });

  test('cuts follow each other by the days it takes to grow again', () => {
    const oakleaf = CROP_DEFAULTS.find((c) => c.code === 'oakleaf-lettuce')!;
    const steady = { ...oakleaf, tempOptC: butterhead.tempOptC, lightTargetMol: butterhead.lightTargetMol };
    const facts = farm(
      {
        plantings: [
          planting({ cropCode: 'oakleaf-lettuce', cutsDone: 1, lastCutOn: TODAY, transplantedOn: addDays(TODAY, -28) }),
        ],
      },
      steady,
    );
    const cuts = [
      step('pick', 3, { id: 'two' }),
      step('pick', 6, { id: 'three' }),
      step('clear', 7, { id: 'clear' }),
    ].map((s) => ({ ...s, cropCode: 'oakleaf-lettuce' }));
    expect(follow(facts, cuts)).toEqual({
      two: addDays(TODAY, 10),
      three: addDays(TODAY, 20),
      clear: addDays(TODAY, 21),
    });
  });

  test('slid by hand on Season, a pick is pinned; slid with its sowing it is not', () => {
    const slide = { change: 'shift' as const, groupId: 'g1', days: 3 };
    const [pick] = applyChanges([step('pick', 24)], [slide], TODAY);
    expect(pick).toMatchObject({ day: addDays(TODAY, 27), detail: { pinned: 1 } });
    const whole = applyChanges([step('sow', 2), step('pick', 24)], [slide], TODAY);
    expect(carriedBy(whole[1]!, 'pick').pinned).toBeUndefined();
  });
});

describe('the same sowing every so many days', () => {
  const wish = {
    cropCode: 'butterhead-lettuce',
    bedId: 'r1',
    firstPick: addDays(TODAY, 48),
    everyDays: 7,
    times: 4,
    plants: 100,
  };
  const repeat = (over: Partial<typeof wish> = {}) => {
    let n = 0;
    const codeFor = (crop: string, day: string) => `${crop}-${day}`;
    return repeatSowings({ facts: farm({}, butterhead), wish: { ...wish, ...over }, codeFor, newId: () => `s${n++}` });
  };

  test('48 days from seed to head at best growth: the first is sown today, the others a week apart', () => {
    const { sowings, late } = repeat();
    expect(sowings.map((s) => s.sowDay)).toEqual([0, 7, 14, 21].map((d) => addDays(TODAY, d)));
    expect(late).toBeNull();
    const forecast = forecastFarm(
      farm({}, butterhead),
      sowings.flatMap((s) => s.steps),
      settings,
    );
    expect(forecast.supply.map((s) => s.from)).toEqual([48, 55, 62, 69]);
    for (const s of forecast.supply) expect(s.quantity).toBeGreaterThanOrEqual(100);
  });

  test('what can no more be sown is left out, and the first possible day is said', () => {
    const { sowings, late } = repeat({ firstPick: addDays(TODAY, 30) });
    expect(sowings.map((s) => s.pickDay)).toEqual([addDays(TODAY, 51)]);
    expect(late).toBe(addDays(TODAY, 48));
  });

  test('a crop, a bed or a nursery that is not there is said at its field', () => {
    expect(() => repeat({ cropCode: 'moss' })).toThrow('Choose a crop of this farm.');
    expect(() => repeat({ bedId: 'nb' })).toThrow('Choose a bed of this farm.');
  });
});
