import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { dailyDevelopment, developmentSums, stageEnd } from '../../../src/core/crops/development';
import { conveyorPositions, occupiedByDay } from '../../../src/core/crops/occupancy';
import { cutFactor, expectedYield, sowingFor } from '../../../src/core/crops/quantities';
import { CROP_DEFAULTS } from '../../../src/core/library/defaults';
import { sowingForDemand, sowingGroup, stageLengthDays, stageLengthEndingDays } from '../../../src/core/plan/build';
import { daysBetween } from '../../../src/core/quantity/days';
import { aLoop, ids } from '../farm';

const crop = (code: string) => CROP_DEFAULTS.find((c) => c.code === code)!;
const butterhead = crop('butterhead-lettuce');

describe('how many to sow', () => {
  test('by hand: 168 heads ÷ (0.92 · 0.96 · 0.95 · 0.96) = 209 seeds, three trays of 104 with 103 cells spare', () => {
    const q = sowingFor(168, butterhead, 104);
    expect(q).toMatchObject({ seeds: 209, seedlings: 192, positions: 185, trays: 3, spareSeeds: 103 });
  });

  test('exactly 100 plants are not rounded up to 101', () => {
    const sure = { germination: 0.5, nurserySurvival: 1, finalSurvival: 1, packout: 1 };
    expect(sowingFor(50, sure, 100).seeds).toBe(100);
    expect(sowingFor(7, { germination: 0.7, nurserySurvival: 1, finalSurvival: 1, packout: 1 }, 100).seeds).toBe(10);
  });

  test('what is sown always suffices in expectation, and never fewer seeds than seedlings than positions than units', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5000 }), fc.constantFrom(...CROP_DEFAULTS), (units, c) => {
        const q = sowingFor(units, c, 104);
        expect(q.seeds * c.germination * c.nurserySurvival * c.finalSurvival * c.packout).toBeGreaterThanOrEqual(
          units - 1e-6,
        );
        expect(q.seeds).toBeGreaterThanOrEqual(q.seedlings);
        expect(q.seedlings).toBeGreaterThanOrEqual(q.positions);
        expect(q.positions).toBeGreaterThanOrEqual(units);
        expect(q.trays * 104 - q.seeds).toBe(q.spareSeeds);
      }),
    );
  });

  test('nothing wanted, or seed that never comes up, is refused', () => {
    expect(() => sowingFor(0, butterhead, 104)).toThrow(/Units is 0/);
    expect(() => sowingFor(10, { ...butterhead, germination: 0 }, 104)).toThrow(/Germination is 0/);
  });
});

describe('yields', () => {
  test('each further cut of mizuna gives less', () => {
    const cuts = [1, 2, 3].map((cut) => expectedYield(crop('mizuna'), 100, cut).massG);
    expect(cuts[0]!).toBeGreaterThan(cuts[1]!);
    expect(cuts[1]!).toBeGreaterThan(cuts[2]!);
  });

  test('all picks of a tomato season together are the season’s yield', () => {
    const tomato = crop('cherry-tomato');
    const sum = Array.from({ length: tomato.cutsMax }, (_, i) => cutFactor(tomato, i + 1)).reduce((a, b) => a + b, 0);
    expect(sum).toBeCloseTo(1, 9);
    expect(cutFactor(tomato, tomato.cutsMax + 1)).toBe(0);
  });

  test('heads are whole heads', () => {
    expect(expectedYield(butterhead, 110, 1).units).toBe(Math.floor(110 * 0.95 * 0.96));
  });
});

describe('development', () => {
  test('at the best temperature and target light a day is a day', () => {
    expect(dailyDevelopment(butterhead, 20, 14)).toBeCloseTo(1, 9);
  });

  test('dark weeks, cold and heat slow a crop; more light never does', () => {
    expect(dailyDevelopment(butterhead, 20, 5)).toBeLessThan(0.7);
    expect(dailyDevelopment(butterhead, 8, 14)).toBeLessThan(0.6);
    expect(dailyDevelopment(butterhead, 31, 14)).toBe(0);
    expect(dailyDevelopment(butterhead, 20, 40)).toBeLessThanOrEqual(1.1);
  });

  test('a stage ends on the first day its sum is reached, found as by counting', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.05, max: 1.1, noNaN: true }), { minLength: 40, maxLength: 80 }),
        fc.integer({ min: 0, max: 20 }),
        (daily, from) => {
          const sums = developmentSums(daily);
          const end = stageEnd(sums, from, 1.5)!;
          let made = 0;
          let day = from;
          while (made < 1.5 - 1e-9 && day < daily.length) made += daily[day++]!;
          expect(end).toBe(day);
        },
      ),
    );
  });

  test('a crop that stands still never ripens', () => {
    expect(stageEnd(developmentSums([0, 0, 0]), 0, 5)).toBeNull();
    expect(() =>
      stageLengthDays({
        crop: crop('sweet-basil'),
        loop: aLoop({ plannedAirTempC: Array(12).fill(5) }),
        from: '2026-05-01',
        referenceDays: 30,
      }),
    ).toThrow(/cold/);
  });
});

describe('back from demand', () => {
  const wish = {
    crop: butterhead,
    loop: aLoop({}),
    lotCode: 'BULE-1',
    nurseryId: 'nb',
    bedId: 'r1',
    cellsPerTray: 104,
  };

  test('a sowing worked back from a day is ripe on that day, give or take the rounding to days', () => {
    const { sowDay, steps } = sowingForDemand({ wish, wantedOn: '2026-09-01', plants: 100, newId: ids() });
    const pick = steps.find((s) => s.kind === 'pick')!;
    expect(Math.abs(daysBetween(pick.day, '2026-09-01'))).toBeLessThanOrEqual(2);
    expect(daysBetween(sowDay, pick.day)).toBeGreaterThan(40);
  });

  test('winter sowings have to be earlier', () => {
    const summer = stageLengthEndingDays({ crop: butterhead, loop: aLoop({}), until: '2026-07-01', referenceDays: 30 });
    const winter = stageLengthEndingDays({ crop: butterhead, loop: aLoop({}), until: '2026-12-30', referenceDays: 30 });
    expect(winter).toBeGreaterThan(summer);
  });

  test('a cut crop comes with all its cuts, in order, then the clearing', () => {
    const steps = sowingGroup({
      wish: { ...wish, crop: crop('mizuna') },
      sowDay: '2026-05-01',
      quantities: sowingFor(100, crop('mizuna'), 104),
      newId: ids(),
    });
    expect(steps.map((s) => s.kind)).toEqual(['sow', 'transplant', 'pick', 'pick', 'pick', 'clear']);
    expect(steps.map((s) => s.day)).toEqual([...steps.map((s) => s.day)].sort());
    expect(new Set(steps.map((s) => s.groupId)).size).toBe(1);
  });
});

describe('positions', () => {
  test('counted day by day, whatever the stays', () => {
    const stay = fc.record({
      from: fc.integer({ min: -20, max: 60 }),
      length: fc.integer({ min: 0, max: 60 }),
      positions: fc.integer({ min: 1, max: 500 }),
    });
    fc.assert(
      fc.property(fc.array(stay, { maxLength: 30 }), (stays) => {
        const spans = stays.map((s) => ({ from: s.from, until: s.from + s.length, positions: s.positions }));
        const counted = occupiedByDay(spans, 50);
        for (let day = 0; day < 50; day++) {
          expect(counted[day]).toBe(
            spans.filter((s) => s.from <= day && s.until > day).reduce((sum, s) => sum + s.positions, 0),
          );
        }
      }),
    );
  });

  test('a conveyor of 15 heads a day over 40 days needs 600 places', () => {
    expect(conveyorPositions(15, 40)).toBe(600);
  });
});
