import { describe, expect, test } from 'vitest';
import { SPECIES_DEFAULTS } from '../../../src/core/library/defaults';
import { judgeLastWater, type LastValue } from '../../../src/core/water/lastWater';
import { METRIC } from '../../../src/core/quantity/units';
import { READING_KINDS } from '../../../src/core/water/readings/readings';

const NOW = new Date('2026-06-10T09:00:00Z');
const hoursAgo = (h: number) => new Date(NOW.getTime() - h * 3_600_000);
const read = (kind: string, value: number, h = 0.5, placeId: string | null = null): LastValue => {
  const at = hoursAgo(h);
  return { kind, value, placeId, at, on: at.toISOString().slice(0, 10) };
};
const trout = SPECIES_DEFAULTS.find((s) => s.code === 'rainbow-trout')!;
const places = [
  { id: 'h1', code: 'H1', species: ['rainbow-trout'] },
  { id: 'h2', code: 'H2', species: ['rainbow-trout'] },
];
const judge = (values: LastValue[], where = places) =>
  judgeLastWater({ name: 'Heron', places: where, values, units: METRIC }, SPECIES_DEFAULTS, NOW);

describe('the last water of a loop', () => {
  test('of this hour it is said as it is; an older one says how old', () => {
    expect(judge([read('do', 9)])[0]!.words).not.toMatch(/Measured/);
    expect(judge([read('do', 9, 20)])[0]!.words).toMatch(/needs\. Measured 20 hours ago\.$/);
  });

  test.each([...READING_KINDS.values()].map((k) => [k.kind, k.holdsH] as const))(
    '%s stands for %d hours and no longer',
    (kind, holdsH) => {
      const all = (h: number) =>
        ['t', 'ph', 'do', 'tan'].map((k) => read(k, { t: 15, ph: 7, do: 9, tan: 0.2 }[k]!, k === kind ? h : 0.5));
      const kinds = (h: number) =>
        judge(all(h))
          .filter((j) => j.value !== 'not known')
          .map((j) => j.kind);
      expect(kinds(holdsH - 0.1)).toEqual(['ammonia', 'oxygen']);
      const rests: Record<string, string[]> = { do: ['ammonia'], t: ['oxygen'], ph: ['oxygen'], tan: ['oxygen'] };
      expect(kinds(holdsH + 0.1)).toEqual(rests[kind] ?? ['ammonia', 'oxygen']);
    },
  );

  test('oxygen of three days ago judges nothing: it is said that it is too old, and to measure again', () => {
    const [old] = judge([read('do', trout.doCriticalMgL - 1, 72)]);
    expect(old).toMatchObject({ kind: 'oxygen', tone: 'attention', value: 'not known' });
    expect(old!.words).toMatch(/taken 3 days ago; it stands for 36 hours. Measure again/);
  });

  test('ammonia with a pH that is too old is not reckoned, whatever it would come to', () => {
    const [old, ...more] = judge([read('tan', 3), read('ph', 8.8, 60), read('t', 15)]);
    expect(old!.words).toMatch(/last reading of pH in Heron, 8.8, was taken 3 days ago/);
    expect(more).toEqual([]);
  });

  test('a tank that is measured by itself is judged by itself, with what it lacks from the loop', () => {
    const judged = judge([read('do', 9), read('do', trout.doCriticalMgL - 0.5, 0.1, 'h2')]);
    expect(judged.map((j) => [j.place, j.kind, j.tone])).toEqual([
      [undefined, 'oxygen', 'good'],
      ['H2', 'oxygen', 'danger'],
    ]);
    expect(judged[1]!.words).toMatch(/^Oxygen/);
    const ammonia = judge([read('t', 15), read('tan', 2), read('ph', 7), read('ph', 9, 0.1, 'h1')]);
    expect(ammonia.map((j) => [j.place, j.kind, j.tone])).toEqual([
      [undefined, 'ammonia', 'good'],
      ['H1', 'ammonia', 'danger'],
      ['H1', 'ph', 'attention'],
    ]);
  });

  test('where a probe in a tank speaks, an old reading of the loop is not asked for again', () => {
    expect(judge([read('do', 9, 80), read('do', 9, 0.1, 'h1')]).map((j) => [j.place, j.tone])).toEqual([
      ['H1', 'good'],
    ]);
  });

  test('without fish nothing is claimed, and what was never read is not missed', () => {
    expect(judge([read('do', 1)], [{ id: 'h1', code: 'H1', species: [] }])).toEqual([]);
    expect(judge([read('ph', 7)])).toEqual([]);
  });
});
