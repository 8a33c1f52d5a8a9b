import { describe, expect, test } from 'vitest';
import { groupBy } from '../../../src/core/groupBy';
import { plantsIn, supplyOf } from '../../../src/core/plan/lookUp';
import { CROP_DEFAULTS } from '../../../src/core/library/defaults';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { DEFAULT_SETTINGS } from '../../../src/core/plan/settings';
import { type PlanStep } from '../../../src/core/facts/step';
import { type PlantStay, type SupplyBatch } from '../../../src/core/facts/forecast';
import { addDays } from '../../../src/core/quantity/days';
import { Random } from '../../../src/db/demo/random';
import { aFarm, aPlace, aStep } from '../farm';
import { nextPick } from '../../../src/core/plan/unpicked';

const stay = (placeId: string, lotCode: string): PlantStay => ({
  ...{ lotCode, cropCode: 'rocket', placeId, from: 0, until: 9, positions: 10, plants: 10, stage: 0 },
  ...{ readyFrom: null, crops: [] },
});
const batch = (lotCode: string, from: number, standsDays?: number): SupplyBatch => ({
  ...{ productCode: 'rocket', lotCode, from, until: from + 12, quantity: 100, spread: 0.1, stepId: `s${from}` },
  ...(standsDays === undefined ? {} : { standsDays }),
});

describe('what stands in a bed and what a lot gives', () => {
  test('is what a search through all of them would find, in the same order', () => {
    const plants = ['r1', 'r2', 'r1', 'r3', 'r1'].map((place, i) => stay(place, `L-${i}`));
    const supply = [batch('A', 3), batch('B', 1), batch('A', 9)];
    expect(plantsIn({ plants }, 'r1').map((s) => s.lotCode)).toEqual(['L-0', 'L-2', 'L-4']);
    expect(plantsIn({ plants }, 'r9')).toEqual([]);
    expect(supplyOf(supply, 'A').map((b) => b.from)).toEqual([3, 9]);
    expect([...groupBy([1, 2, 3, 4], (n) => (n % 2 ? 'odd' : 'even'))]).toEqual([
      ['odd', [1, 3]],
      ['even', [2, 4]],
    ]);
  });

  test('another forecast is looked through anew, though its lists are as long', () => {
    const before = [stay('r1', 'L-0')];
    const after = [stay('r2', 'L-0')];
    expect(plantsIn({ plants: before }, 'r1')).toHaveLength(1);
    expect(plantsIn({ plants: after }, 'r1')).toHaveLength(0);
  });
});

describe('the next pick of a planting', () => {
  const supply = [batch('A', 20, 4), batch('A', 6, 9), batch('B', 2, 9), batch('A', 1, 3), batch('A', 8)];

  test('is its earliest from the day on, and how long that may slide', () => {
    expect(nextPick(supply, 'A', 2)).toEqual({ at: 6, until: 15 });
    expect(nextPick(supply, 'A', 7)).toEqual({ at: 20, until: 24 });
    expect(nextPick(supply, 'A', 0)).toEqual({ at: 1, until: 4 });
  });

  test('what lies packed is no pick, and after the last there is none', () => {
    expect(nextPick(supply, 'A', 21)).toBeNull();
    expect(nextPick([batch('A', 8)], 'A', 0)).toBeNull();
    expect(nextPick(supply, 'C', 0)).toBeNull();
  });
});

describe('steps of plants, in whatever order a plan holds them', () => {
  const TODAY = '2026-06-01';
  const lots = ['B-1', 'B-2', 'B-3'];
  const way = (lotCode: string, from: number): PlanStep[] => {
    const about = { lotCode, speciesCode: null, cropCode: 'butterhead-lettuce', count: 100 };
    const on = (at: number) => ({ day: addDays(TODAY, from + at) });
    return [
      aStep({ ...about, ...on(0), kind: 'sow', fromPlaceId: null, toPlaceId: 'nb' }),
      aStep({ ...about, ...on(20), kind: 'transplant', fromPlaceId: 'nb', toPlaceId: 'r1' }),
      aStep({ ...about, ...on(60), kind: 'pick', fromPlaceId: 'r1', detail: { cut: 1 } }),
      aStep({ ...about, ...on(61), kind: 'clear', fromPlaceId: 'r1' }),
    ];
  };
  const facts = aFarm({
    ...{ today: TODAY, fish: [], crops: [...CROP_DEFAULTS] },
    places: [
      aPlace({ id: 'r1', kind: 'bed', positions: 600, areaM2: 30, method: 'raft', pieceSize: 20 }),
      aPlace({ id: 'nb', kind: 'nursery', positions: 5000, areaM2: 10, pieceSize: 104 }),
    ],
    products: [
      {
        ...{ code: 'b', name: 'Butterhead', unit: 'head', speciesCode: null, cropCode: 'butterhead-lettuce' },
        ...{ shelfLifeDays: 8, priceMinor: 1 },
      },
    ],
  });
  const outcome = (plan: readonly PlanStep[]) => {
    const { plants, supply, bedsOccupied } = forecastFarm(facts, plan, { ...DEFAULT_SETTINGS, horizonDays: 120 });
    const stays = plants.map((s) => `${s.lotCode} ${s.placeId} ${s.from} ${s.until} ${s.positions}`).sort();
    const given = supply.map((b) => `${b.lotCode} ${b.from} ${b.quantity}`).sort();
    return { stays, given, held: [...bedsOccupied.get('r1')!] };
  };

  test('by day, by lot or thrown together: the same plants on the same days', () => {
    // The first lot is late with everything up to its transplant: that counts as done today, in its order.
    const byLot = lots.flatMap((lot, i) => way(lot, i * 9 - 25));
    const byDay = [...byLot].sort((a, b) => (a.day < b.day ? -1 : 1));
    const expected = outcome(byLot);
    expect(expected.stays).toContain('B-1 r1 0 36 100');
    expect(expected.held.slice(0, 3)).toEqual([100, 100, 100]);
    expect(expected.given).toHaveLength(3);
    expect(outcome(byDay)).toEqual(expected);
    expect(outcome([...byLot].reverse())).toEqual(expected);
    const random = new Random(3);
    for (let turn = 0; turn < 20; turn++) {
      const thrown = byLot.map((step) => [random.next(), step] as const).sort((a, b) => a[0] - b[0]);
      expect(outcome(thrown.map(([, step]) => step))).toEqual(expected);
    }
  });
});
