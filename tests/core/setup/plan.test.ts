import { describe, expect, test } from 'vitest';
import type { FarmFacts } from '../../../src/core/facts/farm';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { planStanding, unplanned } from '../../../src/core/plan/planStanding';
import { layPlan, sizeOf, walkOrder, type PlanThing } from '../../../src/core/setup/planLayout';
import { aFarm, aPlace } from '../farm';

const thing = (id: string, over: Partial<PlanThing> = {}): PlanThing => ({
  id,
  room: 'Hall',
  kind: 'tank',
  volumeL: 5000,
  areaM2: null,
  lengthM: null,
  widthM: null,
  xM: null,
  yM: null,
  ...over,
});

const overlap = (a: { xM: number; yM: number; widthM: number; heightM: number }, b: typeof a) =>
  a.xM < b.xM + b.widthM && b.xM < a.xM + a.widthM && a.yM < b.yM + b.heightM && b.yM < a.yM + a.heightM;

describe('the plan of a farm', () => {
  test('tanks are to scale: four times the water is twice as wide', () => {
    expect(sizeOf(thing('a', { volumeL: 20_000 })).widthM).toBeCloseTo(2 * sizeOf(thing('b')).widthM, 6);
    expect(sizeOf(thing('c', { kind: 'bed', areaM2: 12, lengthM: 10, widthM: 1.2 }))).toEqual({
      widthM: 10,
      heightM: 1.2,
    });
  });

  test('nothing lies over anything else, in its room or beside it', () => {
    const things = [
      ...Array.from({ length: 12 }, (_, i) => thing(`t${i}`, { volumeL: 1000 + i * 1500 })),
      ...Array.from({ length: 9 }, (_, i) => thing(`b${i}`, { room: 'Glasshouse', kind: 'bed', areaM2: 20 })),
      thing('s', { room: 'Pack room', kind: 'store' }),
    ];
    const plan = layPlan(things);
    expect(plan.things).toHaveLength(22);
    plan.things.forEach((a, i) =>
      plan.things.slice(i + 1).forEach((b) => expect(overlap(a, b), `${a.id} ${b.id}`).toBe(false)),
    );
    plan.rooms.forEach((a, i) =>
      plan.rooms.slice(i + 1).forEach((b) => expect(overlap(a, b), `${a.name} ${b.name}`).toBe(false)),
    );
  });

  test('is about as wide as a screen, and the beds of a loop lie under its tanks', () => {
    const things = [
      ...['north', 'south'].flatMap((loop) =>
        Array.from({ length: 6 }, (_, i) =>
          thing(`${loop}${i}`, { room: `${loop} hall`, loopId: loop, volumeL: 9000 }),
        ),
      ),
      ...['south', 'north'].flatMap((loop) =>
        Array.from({ length: 5 }, (_, i) =>
          thing(`${loop} bed${i}`, { room: `${loop} house`, kind: 'bed', loopId: loop, areaM2: 30 }),
        ),
      ),
    ];
    const plan = layPlan(things);
    expect(plan.widthM / plan.heightM).toBeGreaterThan(1);
    const room = (name: string) => plan.rooms.find((r) => r.name === name)!;
    for (const loop of ['north', 'south']) expect(room(`${loop} house`).xM).toBe(room(`${loop} hall`).xM);
  });

  test('what was put by hand stays, and the walk goes as things stand', () => {
    const plan = layPlan([thing('a', { xM: 9, yM: 4 }), thing('b', { xM: 2, yM: 4 }), thing('c', { xM: 2, yM: 1 })]);
    expect(plan.things.find((t) => t.id === 'a')).toMatchObject({ xM: 9, yM: 4 });
    expect(walkOrder(plan, () => 'Hall')).toEqual(['c', 'b', 'a']);
  });

  test('a farm with nothing on it has a plan with nothing on it', () => {
    expect(layPlan([])).toMatchObject({ things: [], rooms: [] });
  });
});

describe('planning what stands', () => {
  const facts = aFarm({
    plantings: [
      {
        lotId: 'l1',
        lotCode: 'BULE-1',
        cropCode: 'butterhead-lettuce',
        placeId: 'nb',
        count: 60,
        sownOn: '2026-05-01',
        transplantedOn: null,
        cutsDone: 0,
        lastCutOn: null,
      },
    ],
  });
  test('from the bench into a bed that suits and has room, picked when ripe, cleared after; then nothing is left to plan', () => {
    let n = 0;
    const { steps, left } = planStanding({
      facts,
      plan: [],
      forecast: forecastFarm(facts, []),
      newId: () => `id${n++}`,
    });
    expect(left).toEqual([]);
    expect(steps.map((s) => s.kind)).toEqual(['transplant', 'pick', 'clear']);
    expect(steps[1]!.day > steps[0]!.day).toBe(true);
    expect(unplanned(facts, steps)).toEqual([]);
    // Forecast with it, the bed holds them and the market is told.
    expect(forecastFarm(facts, steps).supply.some((s) => s.lotCode === 'BULE-1')).toBe(true);
  });

  const aBench = (count: number, cropCode: string) => ({
    ...{ lotId: 's', lotCode: 'S-1', cropCode, placeId: 'nb', count, sownOn: '2026-05-20' },
    ...{ transplantedOn: null, cutsDone: 0, lastCutOn: null },
  });
  const beds = (...positions: number[]) =>
    facts.places
      .filter((p) => p.kind !== 'bed')
      .concat(
        positions.map((n, i) => {
          const bed = facts.places.find((p) => p.kind === 'bed')!;
          return aPlace({ ...bed, id: `x${i}`, code: `X${i}`, positions: n });
        }),
      );
  const planned = (over: Partial<FarmFacts>) => {
    let n = 0;
    const farm = { ...facts, ...over };
    const made = planStanding({ facts: farm, plan: [], forecast: forecastFarm(farm, []), newId: () => `id${n++}` });
    return { ...made, forecast: forecastFarm(farm, made.steps), farm };
  };

  test('a batch too large for one bed is spread over as few as it needs, each planted, picked and cleared', () => {
    const { steps, left, forecast, farm } = planned({
      places: beds(40, 100, 60),
      plantings: [aBench(150, 'butterhead-lettuce')],
    });
    expect(left).toEqual([]);
    const into = steps.filter((s) => s.kind === 'transplant').map((s) => [s.toPlaceId, s.count]);
    expect(into).toEqual([
      ['x1', 100],
      ['x2', 50],
    ]);
    for (const kind of ['pick', 'clear'])
      expect(steps.filter((s) => s.kind === kind).map((s) => [s.fromPlaceId, s.count])).toEqual(into);
    expect(forecast.warnings).toEqual([]);
    for (const bed of farm.places.filter((p) => p.kind === 'bed'))
      for (const held of forecast.bedsOccupied.get(bed.id) ?? []) expect(held).toBeLessThanOrEqual(bed.positions!);
    // Nothing is lost on the way: all 150 are supply.
    const whole = planned({ places: beds(200), plantings: [aBench(150, 'butterhead-lettuce')] }).forecast;
    const sum = (f: typeof forecast) => f.supply.reduce((total, s) => total + s.quantity, 0);
    expect(Math.abs(sum(forecast) - sum(whole))).toBeLessThanOrEqual(1);
  });

  test('plants stand dense in one bed while that has room and grow on in others: no bed ever holds more than it has', () => {
    const lettuce = facts.crops.find((c) => c.code === 'butterhead-lettuce')!;
    const dense = {
      ...lettuce,
      stages: [
        { days: 10, perM2: lettuce.finalPerM2 * 4 },
        { days: lettuce.finalDays - 10, perM2: lettuce.finalPerM2 },
      ],
    };
    const { steps, left, forecast, farm } = planned({
      crops: facts.crops.map((c) => (c.code === dense.code ? dense : c)),
      places: beds(50, 60, 60),
      plantings: [aBench(160, dense.code)],
    });
    expect(left).toEqual([]);
    expect(steps.filter((s) => s.kind === 'transplant').map((s) => [s.toPlaceId, s.count])).toEqual([['x0', 160]]);
    const apart = steps.filter((s) => s.kind === 'respace');
    expect(apart.map((s) => s.count).reduce((a, b) => a + b, 0)).toBe(160);
    expect(new Set(apart.map((s) => s.toPlaceId)).size).toBe(3);
    expect(forecast.warnings).toEqual([]);
    for (const bed of farm.places.filter((p) => p.kind === 'bed'))
      for (const held of forecast.bedsOccupied.get(bed.id) ?? [])
        expect(held).toBeLessThanOrEqual(bed.positions! + 1e-6);
    // Dense as they stand in their first bed they are ripe on no day.
    expect(forecast.plants.filter((s) => s.stage === 0).every((s) => s.readyFrom === null)).toBe(true);
    expect(forecast.plants.filter((s) => s.stage === 1).every((s) => s.readyFrom !== null)).toBe(true);
  });

  test('what no bed has room for is told, not planned', () => {
    const full = {
      ...facts,
      places: facts.places.map((p) => (p.kind === 'bed' ? aPlace({ ...p, positions: 10 }) : p)),
    };
    const { steps, left } = planStanding({ facts: full, plan: [], forecast: forecastFarm(full, []), newId: () => 'x' });
    expect(steps).toEqual([]);
    expect(left).toEqual(['BULE-1']);
  });
});
