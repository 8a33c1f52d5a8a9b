import { describe, expect, test } from 'vitest';
import { layOutTrial } from '../../../src/core/crops/trialLayout';
import { trialVerdict } from '../../../src/core/crops/trialVerdict';

describe('where the arms stand', () => {
  test('every block has each arm once; the order is drawn, the same for the same seed', () => {
    const plots = layOutTrial({ arms: 3, beds: 2, blocksPerBed: 4, seed: 11 });
    expect(plots).toHaveLength(24);
    for (let block = 1; block <= 8; block++) {
      const own = plots.filter((p) => p.block === block);
      expect(own.map((p) => p.arm).sort()).toEqual([0, 1, 2]);
      expect(own.map((p) => p.position)).toEqual([1, 2, 3]);
      expect(new Set(own.map((p) => p.bed)).size).toBe(1);
    }
    expect(layOutTrial({ arms: 3, beds: 2, blocksPerBed: 4, seed: 11 })).toEqual(plots);
    expect(layOutTrial({ arms: 3, beds: 2, blocksPerBed: 4, seed: 12 })).not.toEqual(plots);
  });

  test('no arm has the good end of the bed more often than chance gives it', () => {
    const first = Array.from({ length: 400 }, (_, seed) => layOutTrial({ arms: 2, beds: 1, blocksPerBed: 2, seed }))
      .flat()
      .filter((p) => p.position === 1 && p.arm === 0).length;
    // 800 blocks: 400 expected, standard deviation 14.
    expect(Math.abs(first - 400)).toBeLessThan(57);
  });

  test('one arm alone, or each arm once, is refused in words', () => {
    expect(() => layOutTrial({ arms: 1, beds: 1, blocksPerBed: 4, seed: 1 })).toThrow(/compared with nothing/);
    expect(() => layOutTrial({ arms: 2, beds: 1, blocksPerBed: 1, seed: 1 })).toThrow(/at least twice/);
  });
});

describe('what it says', () => {
  const arm = (letter: string, name: string, values: number[]) => ({ id: letter, letter, name, values });

  test('a real lead, with its interval', () => {
    const verdict = trialVerdict('weight', [
      arm('A', 'as usual', [172, 168, 175, 180, 166]),
      arm('B', 'denser', [140, 132, 138, 145, 129]),
    ]);
    expect(verdict.best).toEqual({ id: 'A', isReal: true });
    // 172.2 − 136.8; Welch by hand: standard error 3.79, 7.9 degrees of freedom, t 2.31.
    expect(verdict.words).toBe(
      'A (as usual) did best: 35 g a plant more than B (denser), between 27 and 44 with 95 % confidence.',
    );
  });

  test('no real difference is said plainly', () => {
    const verdict = trialVerdict('score', [arm('A', 'cuttings', [6, 7, 5, 8]), arm('B', 'runners', [6, 8, 7, 7])]);
    expect(verdict.best).toEqual({ id: 'B', isReal: false });
    expect(verdict.words).toMatch(
      /^No real difference: B \(runners\) leads A \(cuttings\) by 0.5 points, but anything/,
    );
  });

  test('fewer days are better where days are measured', () => {
    const verdict = trialVerdict('days', [arm('A', 'lamp', [30, 31, 29]), arm('B', 'none', [40, 41, 39])]);
    expect(verdict.best).toEqual({ id: 'A', isReal: true });
    expect(verdict.words).toMatch(/10 days fewer than B \(none\)/);
  });

  test('among three arms a lead has to hold against each, with the chance of a false one shared', () => {
    const close = [arm('A', 'a', [10, 11, 12, 13]), arm('B', 'b', [12.6, 13.4, 14.1, 14.9])];
    expect(trialVerdict('weight', close).best).toEqual({ id: 'B', isReal: true });
    const three = trialVerdict('weight', [...close, arm('C', 'c', [9, 10, 11, 12])]);
    expect(three.best).toEqual({ id: 'B', isReal: false });
  });

  test('before two plots of each arm are measured nothing is said', () => {
    const verdict = trialVerdict('weight', [arm('A', 'a', [10, 11]), arm('B', 'b', [12])]);
    expect(verdict.best).toBeNull();
    expect(verdict.words).toMatch(/^Not yet/);
    expect(verdict.arms[1]!.interval).toBeNull();
  });
});
