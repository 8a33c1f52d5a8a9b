import { describe, expect, test } from 'vitest';
import { mostOfOne } from '../../../src/core/crops/diversity';
import { sowableNow } from '../../../src/core/crops/sowable';
import { CROP_DEFAULTS } from '../../../src/core/library/defaults';
import type { PlanStep } from '../../../src/core/facts/step';

const sow = (over: Partial<PlanStep>) =>
  ({
    ...{ id: 's', groupId: 'g', kind: 'sow', day: '2026-06-01', lotCode: 'L-1', speciesCode: null },
    ...{ cropCode: 'basil', count: 100, fromPlaceId: null, toPlaceId: 'nb', ...over },
  }) as PlanStep;

describe('what the bench holds', () => {
  const benches = [{ id: 'nb', positions: 250 }];
  const store = new Map([
    ['basil', 120],
    ['mizuna', 1000],
  ]);

  test('the oldest sowing goes first; what does not fit on the bench waits', () => {
    const steps = [
      sow({ id: 'late', day: '2026-05-28', cropCode: 'mizuna', count: 150 }),
      sow({ id: 'today', day: '2026-06-01', cropCode: 'mizuna', count: 150 }),
      sow({ id: 'tomorrow', day: '2026-06-02', cropCode: 'mizuna' }),
    ];
    const held = new Map([['nb', 50]]);
    const able = sowableNow({ steps, day: '2026-06-01', benches, held, store, crops: [] });
    expect(able.map((s) => [s.step.id, s.seeds, s.short])).toEqual([
      ['late', 150, null],
      ['today', 50, 'bench'],
    ]);
  });

  test('two sowings of one crop share the seed that is left', () => {
    const steps = [sow({ id: 'a' }), sow({ id: 'b', lotCode: 'L-2' })];
    const able = sowableNow({ steps, day: '2026-06-01', benches, held: new Map(), store, crops: [] });
    expect(able.map((s) => [s.step.id, s.seeds, s.short])).toEqual([
      ['a', 100, null],
      ['b', 20, 'seed'],
    ]);
  });

  test('a bench whose places are not counted holds any number; seed that never came holds none', () => {
    const steps = [sow({ cropCode: 'mizuna', count: 900 }), sow({ id: 'x', cropCode: 'dill' })];
    const able = sowableNow({
      steps,
      day: '2026-06-01',
      benches: [{ id: 'nb', positions: null }],
      held: new Map(),
      store,
      crops: [],
    });
    expect(able.map((s) => s.seeds)).toEqual([900, 0]);
    expect(able[1]!.short).toBe('seed');
  });
});

describe('not everything on one crop', () => {
  const crops = CROP_DEFAULTS;
  const places = [{ id: 'r1', kind: 'bed' as const }];
  const plant = (cropCode: string, count: number, day = '2026-06-05') =>
    sow({ kind: 'transplant', cropCode, count, day, toPlaceId: 'r1' });

  test('shares are of bed area, so bulky plants count for what they cover', () => {
    const by = new Map(crops.map((c) => [c.code, c]));
    const [lettuce, tomato] = [by.get('butterhead-lettuce')!, crops.find((c) => c.kind === 'fruiting')!];
    // 10 m² of lettuce, 30 m² of the fruiting crop.
    const steps = [plant(lettuce.code, 10 * lettuce.finalPerM2), plant(tomato.code, 30 * tomato.finalPerM2)];
    const most = mostOfOne({ crops, places, steps, from: '2026-06-01' })!;
    expect(most.crop.code).toBe(tomato.code);
    expect(most.share).toBeCloseTo(0.75, 6);
  });

  test('what was planted before does not count, and of nothing planned nothing is said', () => {
    const steps = [plant('butterhead-lettuce', 100, '2026-05-01')];
    expect(mostOfOne({ crops, places, steps, from: '2026-06-01' })).toBeNull();
  });
});
