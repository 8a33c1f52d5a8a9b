import { describe, expect, test } from 'vitest';
import { settled } from '../../../src/core/acts/decision';
import { decideOwnSpecies, type OwnSpeciesWish } from '../../../src/core/fish/decideOwnSpecies';
import { grownWeightG } from '../../../src/core/fish/growth';
import { SPECIES_DEFAULTS } from '../../../src/core/library/defaults';
import type { Species } from '../../../src/core/library/types';

const NOTHING = { species: [], products: [] };
const wish = (over: Partial<OwnSpeciesWish> = {}): OwnSpeciesWish => ({
  ...{ name: 'Silver barb', waterC: 26, marketFromG: 200, marketToG: 400, like: null },
  points: [
    { days: 0, weightG: 5 },
    { days: 200, weightG: 250 },
  ],
  ...over,
});
const made = (over: Partial<OwnSpeciesWish> = {}) => {
  const { effects } = settled(decideOwnSpecies(NOTHING, wish(over)), true);
  return (effects[0] as { params: Species }).params;
};

describe('a species of one’s own', () => {
  test('grows through the points it was made from', () => {
    const barb = made();
    expect(grownWeightG(5, Array(200).fill(26), barb)).toBeCloseTo(250, -1);
    expect(barb).toMatchObject({ code: 'silver-barb', name: 'Silver barb', marketG: [200, 400] });
    expect(barb.basis).toContain('2 points');
  });

  test.each(SPECIES_DEFAULTS.filter((s) => s.marketG).map((s) => [s.code, s] as const))(
    'made from points of %s in its own water it grows as that does',
    (code, s) => {
      const water = s.tempOptC;
      const points = [0, 90, 180].map((days) => ({ days, weightG: grownWeightG(10, Array(days).fill(water), s) }));
      const own = made({ waterC: water, points, like: code, marketFromG: s.marketG![0], marketToG: s.marketG![1] });
      expect(own.growthG13PerDay).toBeCloseTo(s.growthG13PerDay, 3);
    },
  );

  test.each<[string, Partial<OwnSpeciesWish>, string]>([
    ['one weight only', { points: [{ days: 0, weightG: 5 }] }, 'points'],
    [
      'two weights of one day',
      {
        points: [
          { days: 9, weightG: 5 },
          { days: 9, weightG: 50 },
        ],
      },
      'points',
    ],
    [
      'a fish that shrinks',
      {
        points: [
          { days: 0, weightG: 50 },
          { days: 90, weightG: 5 },
        ],
      },
      'points',
    ],
    [
      'a slip of the pen',
      { points: [0, 50, 100, 150].map((days) => ({ days, weightG: days === 100 ? 9000 : 5 + days })) },
      'points',
    ],
    ['water it does not grow in', { waterC: 2, like: 'nile-tilapia' }, 'waterC'],
    ['sold up to less than from', { marketToG: 100 }, 'marketToG'],
    ['a name of the library', { name: 'Nile Tilapia' }, 'name'],
    ['like nothing that is known', { like: 'unicorn' }, 'like'],
  ])('%s is refused beside its field', (_, over, field) => {
    expect(decideOwnSpecies(NOTHING, wish(over))).toMatchObject({ refused: { field } });
  });
});
