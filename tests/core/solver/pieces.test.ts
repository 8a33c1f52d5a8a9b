import { describe, expect, test } from 'vitest';
import { Pieces } from '../../../src/core/solver/pieces';

const held = (pieces: Pieces, of: number) => {
  const isIn = pieces.next();
  return Array.from({ length: of }, (_, at) => at).filter(isIn);
};

describe('a plan bettered piece by piece', () => {
  test('each piece begins in the middle of the one before, and round the end to the beginning', () => {
    const pieces = new Pieces(4, 6);
    expect(held(pieces, 6)).toEqual([0, 1, 2, 3]);
    expect(held(pieces, 6)).toEqual([2, 3, 4, 5]);
    expect(held(pieces, 6)).toEqual([0, 1, 4, 5]);
  });

  test('in a few turns every week was in a piece', () => {
    const pieces = new Pieces(5, 52);
    const seen = new Set(Array.from({ length: 18 }, () => held(pieces, 52)).flat());
    expect(seen.size).toBe(52);
  });

  test('what was solved at once lets the next be larger, up to the whole; what was not solved in time, smaller', () => {
    const pieces = new Pieces(2, 4);
    for (let i = 0; i < 5; i++) pieces.fit(0.1);
    expect(held(pieces, 4)).toHaveLength(4);
    for (let i = 0; i < 9; i++) pieces.fit(1);
    expect(held(pieces, 4)).toHaveLength(1);
    pieces.fit(0.5);
    expect(held(pieces, 4)).toHaveLength(1);
  });

  test('a piece is never larger than the whole', () => expect(held(new Pieces(6, 3), 3)).toEqual([0, 1, 2]));
});
