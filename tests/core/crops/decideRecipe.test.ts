import { describe, expect, test } from 'vitest';
import { settled } from '../../../src/core/acts/decision';
import { decideLearned, decideRecipe, type RecipeChange } from '../../../src/core/crops/acts/decideRecipe';
import { CROP_DEFAULTS } from '../../../src/core/library/defaults';

const crop = CROP_DEFAULTS.find((c) => c.code === 'butterhead-lettuce')!;
const own = { crop, version: 4 };
const change = (over: Partial<RecipeChange>): RecipeChange => ({ code: crop.code, values: [], ...over });
const refused = (d: object) => ('refused' in d ? (d.refused as { field: string }).field : null);

describe('a recipe', () => {
  test('takes the numbers that are said, as set by the farm, in the version that was seen', () => {
    const values = [{ name: 'finalDays', value: 33 }];
    const { effects } = settled(decideRecipe(own, change({ values }), 4), false);
    expect(effects).toMatchObject([
      { does: 'kindChanged', version: 4, params: { finalDays: 33, basis: 'Set by this farm' } },
    ]);
    expect(refused(decideRecipe(own, change({ values }), 3))).toBe('form');
    expect(refused(decideRecipe(null, change({ values }), 4))).toBe('form');
    expect(crop.finalDays).not.toBe(33);
  });

  test('its last stage has the days that the dense ones leave; they cannot take all', () => {
    const dense = [{ days: 10, perM2: crop.finalPerM2 * 3 }];
    const { crop: became } = settled(decideRecipe(own, change({ dense }), 4), false);
    expect(became.stages).toEqual([dense[0], { days: crop.finalDays - 10, perM2: crop.finalPerM2 }]);
    expect(refused(decideRecipe(own, change({ dense: [{ days: 400, perM2: 99 }] }), 4))).toBe('dense');
    expect(refused(decideRecipe(own, change({ dense: [{ days: 3, perM2: 1 }] }), 4))).toBe('dense');
  });

  test.each([
    [{ values: [{ name: 'germination', value: 1.2 }] }, 'germination'],
    [{ values: [{ name: 'yieldG', value: 0 }] }, 'yieldG'],
    [{ values: [{ name: 'cutsMax', value: 1.5 }] }, 'cutsMax'],
    [{ values: [{ name: 'colour', value: 1 }] }, 'colour'],
    [{ rest: [{ fromMonth: 3, untilMonth: 3, perM2: 90 }] }, 'rest.0.untilMonth'],
    [{ rest: [{ fromMonth: 11, untilMonth: 3, perM2: 1 }] }, 'rest.0.perM2'],
    [{ sownIn: [{ fromMonth: 5, untilMonth: 5 }] }, 'sownIn.0.untilMonth'],
    [{ methods: [{ method: 'raft' }, { method: 'raft' }] }, 'methods.1.method'],
  ])('%j is refused beside its field', (over, field) => {
    expect(refused(decideRecipe(own, change(over), 4))).toBe(field);
  });

  test('too few batches teach nothing, and an old screen changes nothing', () => {
    const use = { use: true, version: 4, on: '2026-06-10' };
    expect(refused(decideLearned(own, null, use))).toBe('form');
    expect(refused(decideLearned(own, null, { ...use, use: false, version: 3 }))).toBe('form');
    expect(settled(decideLearned(own, null, { ...use, use: false }), false).crop.germination).toBe(crop.germination);
  });
});
