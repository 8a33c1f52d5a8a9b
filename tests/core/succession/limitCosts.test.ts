import loadHighs from 'highs';
import { beforeAll, describe, expect, test } from 'vitest';
import type { Highs } from 'highs';
import { uniformFrom } from '../../../src/core/quantity/seeded';
import { Book, mostWanted } from '../../../src/core/succession/book';
import { planOf } from '../../../src/core/succession/evaluate';
import { limitCosts } from '../../../src/core/succession/limitCosts';
import { successionProblem } from '../../../src/core/succession/problem';
import { solveSuccession } from '../../../src/core/succession/solve';
import type { LimitKind, PlannedSowing, SuccessionInput } from '../../../src/core/succession/types';
import { farmOf, place, productOf, targetOf } from './beds';

let highs: Highs;
beforeAll(async () => {
  highs = await loadHighs();
});

const KINDS: LimitKind[] = ['beds', 'bench', 'labour', 'share'];
const MOST_WAYS = 4;

/** A few plants in a corner: everything that could be sown can be counted through. */
function smallFarm(seed: number): SuccessionInput {
  const next = uniformFrom(seed * 104_729 + 7);
  const whole = (low: number, high: number) => low + Math.floor(next() * (high - low + 1));
  const bed = place('R1', 'bed', { method: 'raft', positions: whole(2, 9), areaM2: 1 });
  const bench = place('N', 'nursery', { positions: whole(4, 40), areaM2: 1, pieceSize: 1 });
  const crop = next() < 0.5 ? 'butterhead-lettuce' : 'oakleaf-lettuce';
  const facts = farmOf([crop], [bed, bench], { products: [productOf(crop, { priceMinor: whole(200, 900) })] });
  const target = targetOf(facts, {
    ...{ weeks: whole(8, 11), by: 'steady', holdNutrients: false, products: [{ code: crop, amount: whole(1, 5) }] },
    labourHoursWeek: next() < 0.5 ? whole(1, 6) / 10 : null,
    mostShare: next() < 0.4 ? 0.2 + next() * 0.5 : null,
  });
  return successionProblem(facts, [], target).input;
}

/** The least that any whole plan costs, every one of them tried. */
function leastOfAll(input: SuccessionInput): number {
  let least = planOf(input, []).costMinor;
  const go = (w: number, book: SowingsOf) => {
    if (w === input.ways.length) {
      least = Math.min(least, planOf(input, book).costMinor);
      return;
    }
    const way = input.ways[w]!;
    const used = new Book(input);
    for (const s of book) used.take(s.way, s.plants);
    const most = Math.floor(Math.min(used.most(way).plants, Math.ceil(mostWanted(input, way)) + 1) + 1e-9);
    for (let plants = 0; plants <= most; plants++) go(w + 1, plants > 0 ? [...book, { way, plants }] : book);
  };
  go(0, []);
  return least;
}
type SowingsOf = PlannedSowing[];

const FARMS = Array.from({ length: 120 }, (_, seed) => seed);

describe('what a limit costs', () => {
  test('on small farms it is within a quarter of what trying every plan finds', () => {
    const clock = () => performance.now();
    const limits = { seconds: 5, gap: 1e-6, nodes: 2000 };
    let compared = 0;
    for (const seed of FARMS) {
      const input = smallFarm(seed);
      if (input.ways.length === 0 || input.ways.length > MOST_WAYS) continue;
      const { plan, gap } = solveSuccession({ highs, input, limits, clock, report: () => undefined });
      const costs = limitCosts({ highs, input, plan, isBest: gap < 1e-4, kinds: KINDS, limits, clock });
      const best = leastOfAll(input);
      for (const kind of KINDS) {
        const truly = best - leastOfAll({ ...input, lifted: new Set([kind]) });
        const said = costs.find((c) => c.kind === kind)?.savedMinor ?? 0;
        if (truly < best * 0.01 && said < best * 0.01) continue;
        compared++;
        expect(Math.abs(said - truly) / truly, `farm ${seed}, ${kind}: ${said} for ${truly}`).toBeLessThan(0.25);
      }
    }
    expect(compared).toBeGreaterThan(20);
  });
});
