import { describe, expect, test } from 'vitest';
import { restBalances, restMeets, restOn, restShare, restWithin } from '../../../src/core/crops/bedRest';
import { spaceByWeek } from '../../../src/core/crops/space';
import { CROP_DEFAULTS } from '../../../src/core/library/defaults';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { addDays } from '../../../src/core/quantity/days';
import { aFarm, aLoop, aPlace, aStep, LETTUCE_PRODUCT, someTrout } from '../farm';

const TODAY = '2026-11-01';
const rest = { id: 'x', from: addDays(TODAY, 10), until: addDays(TODAY, 23), words: 'winter' };
const lettuce = CROP_DEFAULTS.find((c) => c.code === 'butterhead-lettuce')!;
const loop = aLoop({ id: 'l', kind: 'coupled', bandGM2: [40, 80], school: 'feed' });
const bed = (id: string, over = {}) =>
  aPlace({ ...{ id, kind: 'bed', code: id.toUpperCase(), loopId: 'l', positions: 100, areaM2: 10 }, ...over });
const planting = (placeId: string) => ({
  ...{ lotId: placeId, lotCode: `LET-${placeId}`, cropCode: lettuce.code, placeId, count: 100 },
  ...{ sownOn: addDays(TODAY, -20), transplantedOn: addDays(TODAY, -2), cutsDone: 0, lastCutOn: null },
});

describe('a bed at rest', () => {
  test('rests from its first day to its last, and meets what overlaps it', () => {
    const r1 = { rests: [rest] };
    expect([9, 10, 23, 24].map((d) => restOn(r1, addDays(TODAY, d)) !== undefined)).toEqual([false, true, true, false]);
    expect(restWithin(r1, TODAY, addDays(TODAY, 9))).toBeUndefined();
    expect(restWithin(r1, TODAY, addDays(TODAY, 10))).toBe(rest);
    expect(restWithin({}, TODAY, addDays(TODAY, 99))).toBeUndefined();
  });

  test('its empty places cost nothing in the weeks it rests', () => {
    const shares = [0, 7, 14, 21].map((d) => restShare({ rests: [rest] }, addDays(TODAY, d), 7));
    expect(shares).toEqual([0, 4 / 7, 1, 3 / 7]);
    const facts = aFarm({
      today: TODAY,
      loops: [loop],
      places: [bed('r1', { rests: [rest] }), bed('r2')],
      plantings: [],
      fish: [],
    });
    const space = spaceByWeek({ facts, forecast: forecastFarm(facts, []), plan: [], weeks: 4 });
    // 40 m²·weeks empty, two weeks of them at rest.
    expect(space.map((s) => s.idleM2Weeks)).toEqual([20, 40]);
  });

  test('what is planned into it is told, and what stands in it is named', () => {
    const facts = aFarm({
      ...{ today: TODAY, loops: [loop], crops: [lettuce], products: [LETTUCE_PRODUCT], fish: [] },
      places: [
        bed('r1', { rests: [rest] }),
        aPlace({ id: 'nb', kind: 'nursery', code: 'NB', loopId: 'l', positions: 500 }),
      ],
      plantings: [{ ...planting('nb'), transplantedOn: null, sownOn: addDays(TODAY, -20) }],
    });
    const into = aStep({
      kind: 'transplant',
      day: addDays(TODAY, 12),
      lotCode: 'LET-nb',
      cropCode: lettuce.code,
      fromPlaceId: 'nb',
      toPlaceId: 'r1',
      count: 80,
    });
    const forecast = forecastFarm(facts, [into]);
    expect(forecast.warnings.find((w) => w.kind === 'resting')?.words).toMatch(
      /is to go into R1, which rests until 24 Nov/,
    );
    const meets = restMeets({ forecast, placeIds: new Set(['r1']), from: rest.from, until: rest.until });
    expect(meets).toEqual([{ placeId: 'r1', lotCode: 'LET-nb', plants: 80, from: addDays(TODAY, 12) }]);
    const later = forecastFarm(facts, [{ ...into, day: addDays(TODAY, 24) }]);
    expect(later.warnings.some((w) => w.kind === 'resting')).toBe(false);
  });

  test('the fish eat on: half the beds empty doubles what each planted square metre gets; all empty, nothing takes it up', () => {
    const facts = aFarm({
      ...{ today: TODAY, loops: [loop], crops: [lettuce], products: [LETTUCE_PRODUCT] },
      places: [bed('r1'), bed('r2'), aPlace({ id: 'k1', kind: 'tank', code: 'K1', loopId: 'l', volumeL: 5000 })],
      plantings: [planting('r1'), planting('r2')],
      fish: [someTrout({ placeId: 'k1' })],
    });
    const forecast = forecastFarm(facts, []);
    const args = { facts, forecast, from: TODAY, until: addDays(TODAY, 6) };
    const [half] = restBalances({ ...args, placeIds: new Set(['r1']) });
    expect(half!.feedGDay).toBeGreaterThan(0);
    expect(half!.before).toBeCloseTo(half!.feedGDay / 20, 1);
    expect(half!.after).toBeCloseTo(2 * half!.before!, 6);
    expect(half!.high).toBe(80);
    const [all] = restBalances({ ...args, placeIds: new Set(['r1', 'r2']) });
    expect(all!.after).toBeNull();
  });
});
