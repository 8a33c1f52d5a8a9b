import { describe, expect, test } from 'vitest';
import { CROP_DEFAULTS } from '../../../src/core/library/defaults';
import { METRIC } from '../../../src/core/quantity/units';
import { deadlyAirC, judgeAir } from '../../../src/core/water/judgeAir';
import { judgeLastWater, type LoopToJudge } from '../../../src/core/water/lastWater';

const crop = (code: string) => CROP_DEFAULTS.find((c) => c.code === code)!;
const US = { mass: 'us', temperature: 'F' } as const;
const plants = (code: string, over = {}) => ({
  lotCode: 'X-1',
  place: 'R1',
  placeId: 'r1',
  count: 240,
  crop: crop(code),
  ...over,
});
const at = (value: number, list = [plants('butterhead-lettuce')], units = METRIC as typeof METRIC | typeof US) =>
  judgeAir({ value, on: '2026-06-30' }, { where: 'Heron', plants: list, units });

describe('air that kills', () => {
  test.each(CROP_DEFAULTS.map((c) => [c.name, c] as const))(
    '%s: what it grows in does not kill it, what kills it is told',
    (_, c) => {
      const [below, above] = deadlyAirC(c);
      const here = [plants(c.code)];
      for (const fine of [c.tempMinC, c.tempOptC, c.tempMaxC]) expect(at(fine, here)).toBeNull();
      for (const deadly of [below, above]) expect(at(deadly, here)).toMatchObject({ tone: 'danger', kind: 'air' });
      expect(at(below, here)!.words).toContain('240 plants');
    },
  );

  test('names the plantings it kills and not those that bear it, in the person’s own unit', () => {
    const basil = CROP_DEFAULTS.find((c) => c.code.includes('basil'))!;
    const both = [plants('butterhead-lettuce'), plants(basil.code, { lotCode: 'B-2', place: 'R2' })];
    const cold = at(0, both, US)!;
    expect(cold.words).toContain('32.0 °F kills');
    expect(cold.words).toContain('B-2');
    expect(cold.words).not.toContain('X-1');
  });

  test('air read in one house says nothing of the plants in another', () => {
    const when = new Date('2026-06-30T08:00:00Z');
    const loop: LoopToJudge = {
      ...{ name: 'Heron', units: METRIC },
      places: [
        { id: 'r1', code: 'R1', species: [], houseId: 'a' },
        { id: 'r2', code: 'R2', species: [], houseId: 'b' },
        { id: 'r3', code: 'R3', species: [], houseId: 'a' },
      ],
      plants: [
        plants('butterhead-lettuce'),
        plants('butterhead-lettuce', { lotCode: 'Y-2', place: 'R2', placeId: 'r2' }),
      ],
      values: [{ placeId: 'r3', kind: 'air', value: 47, on: '2026-06-30', at: when }],
    };
    const [judged, ...more] = judgeLastWater(loop, [], when);
    expect(more).toEqual([]);
    expect(judged!.words).toContain('X-1');
    expect(judged!.words).not.toContain('Y-2');
    const whole = judgeLastWater({ ...loop, values: [{ ...loop.values[0]!, placeId: null }] }, [], when);
    expect(whole[0]!.words).toContain('Y-2');
  });
});
