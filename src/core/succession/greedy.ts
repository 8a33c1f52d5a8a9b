import { Book } from './book';
import type { PlannedSowing, SowingWay, SuccessionInput } from './types';

/**
 * A sensible plan by hand rules: wanted day by wanted day, the most pressing product first, each from the sowing that earns most
 * for the room and days it takes, while beds, bench, hours, nutrients and shares have room. It is the solver's start and the
 * yardstick it must beat.
 */
export function greedyPlan(input: SuccessionInput): PlannedSowing[] {
  const book = new Book(input);
  const planned = new Map<SowingWay, number>();
  const need = input.demand.map((d) => d.points.map((p) => p.quantity));
  const serving = waysByPoint(input);
  const order = input.demand
    .flatMap((demand, d) => demand.points.map((p, t) => ({ d, t, at: p.at, worth: bestWorth(input, serving[d]![t]!) })))
    .sort((a, b) => b.worth - a.worth || a.at - b.at);
  for (const { d, t } of order) {
    for (let tries = 0; tries < TRIES && need[d]![t]! > LEAST; tries++) {
      const best = bestFor({ input, book, planned, ways: serving[d]![t]!, need: need[d]!, t });
      if (!best) break;
      const { way, plants } = best;
      book.take(way, plants, !planned.has(way));
      planned.set(way, (planned.get(way) ?? 0) + plants);
      for (const pick of way.picks) serve(need[d]!, pick.serves, pick.perPlace * plants);
    }
  }
  return [...planned].map(([way, plants]) => ({ way, plants }));
}

const TRIES = 4;
const LEAST = 0.5;

function waysByPoint(input: SuccessionInput): SowingWay[][][] {
  const lists = input.demand.map((d) => d.points.map((): SowingWay[] => []));
  for (const way of input.ways) {
    const seen = new Set<number>();
    for (const pick of way.picks) for (let t = pick.serves[0]; t < pick.serves[1]; t++) seen.add(t);
    for (const t of seen) lists[way.demand]![t]!.push(way);
  }
  return lists;
}

/** Worth of a plant for a place and day, were all of it wanted. */
function worthOf(input: SuccessionInput, way: SowingWay, useful: number): number {
  const placeDays = way.holds.reduce((sum, h) => sum + (h.until - h.from) * h.places, 0);
  return (useful * input.demand[way.demand]!.shortMinor - way.plantMinor) / Math.max(1, placeDays);
}

function bestWorth(input: SuccessionInput, ways: readonly SowingWay[]): number {
  const all = (way: SowingWay) => way.picks.reduce((sum, p) => sum + (p.serves[1] > p.serves[0] ? p.perPlace : 0), 0);
  return Math.max(-Infinity, ...ways.map((way) => worthOf(input, way, all(way))));
}

interface BestForArgs {
  input: SuccessionInput;
  book: Book;
  planned: ReadonlyMap<SowingWay, number>;
  ways: readonly SowingWay[];
  need: readonly number[];
  t: number;
}

/** The sowing that earns most for its room, as many plants as are wanted of it and fit; null: none fits or earns. */
function bestFor({ input, book, planned, ways, need, t }: BestForArgs): { way: SowingWay; plants: number } | null {
  let best: { way: SowingWay; plants: number } | null = null;
  let most = 0;
  for (const way of ways) {
    const here = way.picks.find((p) => p.serves[0] <= t && t < p.serves[1])!;
    const fits = book.most(way, planned.has(way)).plants;
    const plants = Math.min(fits, need[t]! / here.perPlace);
    if (plants < 1) continue;
    const left = [...need];
    const useful = way.picks.reduce((sum, pick) => sum + serve(left, pick.serves, pick.perPlace * plants), 0);
    const eachTime = planned.has(way) ? 0 : way.eachTimeMinor / plants;
    const worth = worthOf(input, { ...way, plantMinor: way.plantMinor + eachTime }, useful / plants);
    if (worth > most) [best, most] = [{ way, plants }, worth];
  }
  return best;
}

/** Gives a quantity to the wants it can serve, the first first. @returns what was of use */
function serve(need: number[], [from, until]: readonly [number, number], quantity: number): number {
  let left = quantity;
  for (let t = from; t < until && left > 0; t++) {
    const given = Math.min(left, need[t]!);
    need[t]! -= given;
    left -= given;
  }
  return quantity - left;
}
