import { describe, expect, test } from 'vitest';
import { careDays, careDue, careMinutes, careOf } from '../../../src/core/crops/care';
import { type CareJob } from '../../../src/core/library/types';
import { CROP_DEFAULTS } from '../../../src/core/library/defaults';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { yieldCurve } from '../../../src/core/crops/plantingAccount';
import { addDays } from '../../../src/core/quantity/days';
import { METRIC } from '../../../src/core/quantity/units';
import { buildRound, type RoundView } from '../../../src/core/tasks/round';
import { caredKey } from '../../../src/core/tasks/sources/care';
import { aFarm, aPlace } from '../farm';

const weekly: CareJob = { what: 'side_shoots', fromDay: 14, everyDays: 7, min100: 50 };
const once: CareJob = { what: 'thin', fromDay: 14, everyDays: 0, min100: 20 };

describe('when care is due', () => {
  test('first on its day after transplanting, then so many days after it was last done', () => {
    const due = (last: number | null, at: number) => careDue({ job: weekly, from: 0, last, at });
    expect(due(null, 13)).toBeNull();
    expect(due(null, 14)).toBe(14);
    // Never done: the round of day 21 has overtaken that of day 14.
    expect(due(null, 23)).toBe(21);
    expect(due(22, 28)).toBeNull();
    // Done on 22, so due on 29 and two days late on 31.
    expect(due(22, 31)).toBe(29);
  });

  test('what is due once is asked for once, and not for ever', () => {
    const due = (last: number | null, at: number) => careDue({ job: once, from: 0, last, at });
    expect([due(null, 13), due(null, 14), due(null, 24), due(null, 25), due(15, 16)]).toEqual([
      null,
      14,
      14,
      null,
      null,
    ]);
  });

  test('over a stay it comes on its days; 80 plants at 50 minutes a hundred take 42', () => {
    expect(careDays(weekly, 0, 36)).toEqual([14, 21, 28, 35]);
    expect(careDays(once, 3, 60)).toEqual([17]);
    expect(careMinutes(weekly, 80)).toBe(42);
  });

  test('the farm’s own recipe goes before the usual; leaves want none', () => {
    const tomato = CROP_DEFAULTS.find((c) => c.code === 'cherry-tomato')!;
    expect(careOf(tomato).map((c) => c.what)).toContain('lower');
    expect(careOf({ ...tomato, care: [weekly] })).toEqual([weekly]);
    expect(careOf(CROP_DEFAULTS.find((c) => c.code === 'butterhead-lettuce')!)).toEqual([]);
  });
});

describe('care on the round', () => {
  const today = '2026-06-01';
  const tomato = CROP_DEFAULTS.find((c) => c.code === 'cherry-tomato')!;
  const facts = aFarm({
    today,
    crops: [{ ...tomato, care: [weekly] }],
    places: [
      ...aFarm().places,
      aPlace({ id: 'b1', kind: 'bed', code: 'B1', loopId: aFarm().loops[0]!.id, positions: 40 }),
    ],
    plantings: [
      {
        ...{ lotId: 'l', lotCode: 'TOM-1', cropCode: tomato.code, placeId: 'b1', count: 40 },
        ...{ sownOn: addDays(today, -60), transplantedOn: addDays(today, -15), cutsDone: 0, lastCutOn: null },
      },
    ],
  });
  const jobs = (over: Partial<RoundView> = {}) =>
    buildRound({
      ...{ day: today, at: 0, facts, forecast: forecastFarm(facts, []), steps: [], chores: [] },
      ...{ done: new Map(), saltGL: new Map(), units: METRIC, ...over },
    }).filter((j) => j.kind === 'care');

  test('asks with plants, minutes and how late; done, it comes again a week later', () => {
    const [job] = jobs();
    expect(job).toMatchObject({ place: 'B1', lotCode: 'TOM-1', lateDays: 1, minutes: 22, amount: '40' });
    expect(job!.title).toBe('Take out side shoots: Cherry tomato');
    const cared = new Map([[caredKey('TOM-1', 'b1', 'side_shoots'), today]]);
    expect(jobs({ cared })).toEqual([]);
    expect(jobs({ cared, at: 7, day: addDays(today, 7) })).toHaveLength(1);
    expect(jobs({ cared, at: 6, day: addDays(today, 6) })).toEqual([]);
  });
});

describe('the picking curve', () => {
  const tomato = CROP_DEFAULTS.find((c) => c.code === 'cherry-tomato')!;
  // Ten plants that all survive, every fruit good: 10 × 5,500 g over the season.
  const crop = { ...tomato, finalSurvival: 1, packout: 1, cutsMax: 20 };

  test('all picks of the curve add up to the season of the plants', () => {
    const curve = yieldCurve(crop, 10, [{ cut: 1, quantity: 0 }])!;
    expect(curve.points).toHaveLength(20);
    expect(curve.season).toBeCloseTo(55_000, 6);
    // It peaks at two fifths of the season.
    const most = curve.points.reduce((a, b) => (b.expected > a.expected ? b : a));
    expect([8, 9]).toContain(most.pick);
  });

  test('a season that gives half of its curve so far comes to half, and picks of one day are one', () => {
    const by = yieldCurve(crop, 10, [{ cut: 1, quantity: 0 }])!.points;
    const picked = [1, 2, 3].flatMap((pick) => [
      { cut: pick, quantity: by[pick - 1]!.expected / 4 },
      { cut: pick, quantity: by[pick - 1]!.expected / 4 },
    ]);
    const curve = yieldCurve(crop, 10, picked)!;
    expect(curve.gotSoFar).toBeCloseTo(curve.expectedSoFar / 2, 6);
    expect(curve.seasonAtThisPace).toBeCloseTo(27_500, 6);
    expect(curve.points.slice(3).every((p) => p.got === null)).toBe(true);
  });

  test('heads, and plants that were never picked, have no curve', () => {
    expect(yieldCurve({ ...crop, pickingCurve: false }, 10, [{ cut: 1, quantity: 5 }])).toBeNull();
    expect(yieldCurve(crop, 10, [])).toBeNull();
  });
});
