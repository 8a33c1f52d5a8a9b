import { describe, expect, test } from 'vitest';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { DEFAULT_SETTINGS } from '../../../src/core/plan/settings';
import { rotationsSeen } from '../../../src/core/stocking/outOfStep';
import { recoveryOutlook, recoveryWays, wouldHaveHad } from '../../../src/core/stocking/recovery';
import { aFarm, aPlace, ids, someTrout } from '../farm';

const SETTINGS = { ...DEFAULT_SETTINGS, horizonDays: 700 };

/** So many tanks, each cohort a step smaller than the one before; those named are left out or doubled. */
function rotation(tanks: number, { missing = [], twins = [] }: { missing?: number[]; twins?: number[] } = {}) {
  const places = [
    ...Array.from({ length: tanks }, (_, i) =>
      aPlace({ id: `k${i}`, kind: 'tank', volumeL: 9000, densityLimitKgM3: 60 }),
    ),
    aPlace({ id: 'p1', kind: 'purge', volumeL: 3000, densityLimitKgM3: 35, loopId: null }),
    ...aFarm().places.filter((p) => p.kind === 'bed' || p.kind === 'nursery'),
  ];
  // Root weights evenly apart: evenly apart in time.
  const root = (i: number) => 7.2 - (i * 5) / tanks;
  const fish = Array.from({ length: tanks }, (_, i) => i)
    .filter((i) => !missing.includes(i))
    .map((i) =>
      someTrout({
        ...{ lotId: `l${i}`, lotCode: `TRT-${i}`, placeId: `k${i}`, count: 300 },
        referenceG: Math.round((twins.includes(i) ? root(i - 1) - 0.01 : root(i)) ** 3),
      }),
    );
  return aFarm({ places, fish });
}
const seen = (facts: ReturnType<typeof rotation>) => rotationsSeen(facts, [], forecastFarm(facts, [], SETTINGS));

describe('a rotation out of step', () => {
  test.each([3, 5, 30])('of %i tanks in step has neither gap nor double', (tanks) => {
    const [r] = seen(rotation(tanks));
    expect(r!.inTurn).toHaveLength(tanks);
    expect(r!.faults).toEqual([]);
  });

  test.each([
    [4, [1]],
    [30, [10, 20]],
  ])('of %i tanks: what is missing is a gap, named by its neighbours', (tanks, missing) => {
    const [r] = seen(rotation(tanks, { missing }));
    const gaps = r!.faults.filter((f) => f.kind === 'gap');
    expect(gaps).toHaveLength(missing.length);
    expect(gaps[0]!.words).toContain(`TRT-${missing[0]! - 1}`);
    expect(gaps[0]!.missing!.placeId).toMatch(/^k\d+$/);
  });

  test('two that come together are a double', () => {
    const [r] = seen(rotation(30, { twins: [12] }));
    expect(r!.faults.filter((f) => f.kind === 'double').map((f) => f.id)).toEqual(['double|TRT-11']);
  });

  test('two cohorts are no rotation', () => {
    expect(seen(rotation(2))).toEqual([]);
  });

  test.each([4, 30])('of %i tanks is brought back by ways that say what the market misses meanwhile', (tanks) => {
    const facts = rotation(tanks, { missing: [1] });
    const loss = seen(facts)[0]!.faults.find((f) => f.kind === 'gap')!.missing!;
    const newId = ids();
    let n = 0;
    const ways = recoveryWays({ facts, plan: [], loss, newId, newCode: (c) => `${c}-R${++n}` });
    expect(ways.map((w) => w.id)).toEqual(expect.arrayContaining(['wait', 'bigger', 'split', 'skip']));
    const outlooks = recoveryOutlook({ facts, plan: [], loss, ways, wouldHave: wouldHaveHad(facts, loss, newId) });
    const missing = new Map(outlooks.map((o) => [o.way.id, o.missingKg]));
    expect(missing.get('wait')).toBeGreaterThan(50);
    expect(missing.get('bigger')).toBeLessThan(missing.get('wait')!);
  });
});
