import loadHighs from 'highs';
import { describe, expect, test } from 'vitest';
import { searchBudget } from '../../../src/core/solver/budget';
import { successionProblem } from '../../../src/core/succession/problem';
import { solveSuccession } from '../../../src/core/succession/solve';
import { largeBeds } from '../succession/beds';

/** A clock that goes so many milliseconds each time it is looked at. */
const clockOf = (stepMs: number) => {
  let ms = 0;
  return () => (ms += stepMs);
};

describe('how long a search goes on', () => {
  test('by time: no piece is begun when there is hardly any left, and none is longer than what is left', () => {
    const budget = searchBudget({ limits: { seconds: 10, gap: 0.01 }, pieceS: 5, clock: clockOf(1000) });
    const next = budget.pieces(1);
    const pieces = Array.from({ length: 10 }, next);
    expect(pieces.slice(0, 3)).toEqual([{ time_limit: 5 }, { time_limit: 5 }, { time_limit: 5 }]);
    expect(pieces.at(-1)).toBeNull();
    expect(budget.late(1)).toBe(true);
  });

  test('pieces that may take until half of the time end there, and others go on', () => {
    const budget = searchBudget({ limits: { seconds: 20, gap: 0.01 }, pieceS: 5, clock: clockOf(1000) });
    const [first, later] = [budget.pieces(0.5), budget.pieces(1)];
    for (let left: object | null = first(); left; left = first()) expect(left).toHaveProperty('time_limit');
    expect(first()).toBeNull();
    expect(later()).toEqual({ time_limit: 5 });
  });

  test('by work: time plays no part, and the pieces come to an end', () => {
    const budget = searchBudget({ limits: { seconds: 1, gap: 0.01, nodes: 7 }, pieceS: 5, clock: clockOf(60_000) });
    expect(budget.late(0.1)).toBe(false);
    expect(budget.until(0.5, 1)).toEqual({ mip_max_nodes: 7, mip_max_stall_nodes: 7 });
    const next = budget.pieces(1);
    const pieces = Array.from({ length: 10 }, next);
    expect(pieces[0]).toMatchObject({ mip_max_nodes: 7 });
    expect(pieces.at(-1)).toBeNull();
  });

  test('bounded by work, a slow machine plans the very sowings that a quick one does', async () => {
    const highs = await loadHighs();
    const { facts, target } = largeBeds();
    const { input } = successionProblem(facts, [], { ...target, weeks: 10 });
    const planned = (stepMs: number) => {
      const limits = { seconds: 3, gap: 0.001, nodes: 2 };
      const { plan, boundMinor } = solveSuccession({
        highs,
        input,
        limits,
        report: () => undefined,
        clock: clockOf(stepMs),
      });
      return { boundMinor, sowings: plan.sowings.map(({ way, plants }) => [way.sowAt, way.demand, plants]) };
    };
    expect(planned(10_000)).toEqual(planned(0.01));
  });
});
