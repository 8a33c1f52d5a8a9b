import { describe, expect, test } from 'vitest';
import { groupBy } from '../../../src/core/groupBy';
import { plantsIn, supplyOf } from '../../../src/core/plan/lookUp';
import type { PlantStay, SupplyBatch } from '../../../src/core/plan/types';
import { nextPick } from '../../../src/core/plan/unpicked';

const stay = (placeId: string, lotCode: string): PlantStay => ({
  ...{ lotCode, cropCode: 'rocket', placeId, from: 0, until: 9, positions: 10, plants: 10, stage: 0, readyFrom: null },
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
