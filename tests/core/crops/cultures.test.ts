import { describe, expect, test } from 'vitest';
import { cultureAccount } from '../../../src/core/cultures/account';
import { CULTURES } from '../../../src/core/cultures/kinds';

const judged = { areaM2: null, days: 28, givenG: 0, takenG: 0, feedProtein: 0.4 };

describe('what a side culture replaces', () => {
  test('duckweed by hand: 10 kg fresh are 600 g dry, 180 g protein, 450 g of a feed of 40 %', () => {
    const a = cultureAccount({ ...judged, kind: CULTURES.duckweed, areaM2: 4, takenG: 10_000 });
    expect(a.proteinG).toBeCloseTo(180, 9);
    expect(a.replacesG).toBeCloseTo(450, 9);
    // 4 m² at 80 g a day over 28 days.
    expect(a.expectedG).toBeCloseTo(8960, 9);
  });

  test('larvae go by what they were given, duckweed without an area by nothing', () => {
    const a = cultureAccount({ ...judged, kind: CULTURES.fly_larvae, givenG: 50_000, takenG: 8000 });
    expect(a.expectedG).toBeCloseTo(9000, 9);
    expect(a.replacesG).toBeCloseTo((8000 * 0.35 * 0.42) / 0.4, 9);
    expect(cultureAccount({ ...judged, kind: CULTURES.duckweed, takenG: 100 }).expectedG).toBeNull();
  });

  test('a farm whose feed is not known replaces nothing', () => {
    expect(cultureAccount({ ...judged, kind: CULTURES.worms, takenG: 500, feedProtein: 0 }).replacesG).toBe(0);
  });
});
