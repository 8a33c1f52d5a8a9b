import loadHighs from 'highs';
import { beforeAll, describe, expect, test } from 'vitest';
import type { Highs } from 'highs';
import { CROP_DEFAULTS } from '../../../src/core/library/defaults';
import { RuleBroken } from '../../../src/core/errors';
import { groupBy } from '../../../src/core/groupBy';
import { applyChanges } from '../../../src/core/plan/changes';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { DEFAULT_SETTINGS } from '../../../src/core/plan/settings';
import { type FarmFacts } from '../../../src/core/facts/farm';
import { type PlanStep } from '../../../src/core/facts/step';
import { addDays, daysBetween, weekday } from '../../../src/core/quantity/days';
import { METRIC } from '../../../src/core/quantity/units';
import { Book } from '../../../src/core/succession/book';
import { nothingMetMinor, planOf } from '../../../src/core/succession/evaluate';
import { greedyPlan } from '../../../src/core/succession/greedy';
import { successionProblem } from '../../../src/core/succession/problem';
import { proposeSuccession, type SuccessionProposal } from '../../../src/core/succession/propose';
import { solveSuccession } from '../../../src/core/succession/solve';
import type { SuccessionTarget } from '../../../src/core/succession/types';
import { farmOf, largeBeds, LOOP, place, productOf, targetOf, TODAY } from './beds';

let highs: Highs;
beforeAll(async () => {
  highs = await loadHighs();
});

const clock = () => performance.now();

function propose(facts: FarmFacts, target: SuccessionTarget, plan: PlanStep[] = []): SuccessionProposal {
  let n = 0;
  const limits = { seconds: 10, gap: 0.02, nodes: 100 };
  return proposeSuccession(
    { facts, plan, target, limits, units: METRIC },
    { highs, newId: () => `s${n++}`, clock },
    () => undefined,
  );
}

const raft = (over = {}) => place('R1', 'bed', { method: 'raft', positions: 1000, areaM2: 40, ...over });
const bench = (over = {}) => place('N', 'nursery', { positions: 4000, areaM2: 4, pieceSize: 104, ...over });
const lettuce = (over: Partial<FarmFacts> = {}, places = [raft(), bench()]) =>
  farmOf(['butterhead-lettuce'], places, over);

describe('what the planner is asked', () => {
  test('a usual week is wanted on the day most orders go out, less what the plan brings already', () => {
    const facts = lettuce({
      promises: ['2026-03-17', '2026-03-24'].map((day, i) => ({
        ...{ lineId: `l${i}`, orderId: 'o', orderCode: 'O', customer: 'C', productCode: 'butterhead-lettuce' },
        ...{ day, quantity: 80 },
      })),
    });
    const { input } = successionProblem(facts, [], targetOf(facts));
    const byDay = groupBy(input.demand[0]!.points, (p) => addDays(TODAY, p.at));
    expect(byDay.size).toBe(13);
    expect([...byDay.keys()].every((d) => weekday(d) === 2)).toBe(true);
    const wanted = [...byDay.values()].map((points) => points.reduce((sum, p) => sum + p.quantity, 0));
    expect(wanted.every((quantity) => quantity === 100)).toBe(true);
  });

  test('short orders count by their own day, and weeks after regular orders end as asked', () => {
    const promises = ['2026-03-27', '2026-04-17', '2026-05-08'].map((day, i) => ({
      ...{ lineId: `l${i}`, orderId: 'o', orderCode: 'O', customer: 'C', productCode: 'butterhead-lettuce' },
      ...{ day, quantity: 120 },
    }));
    const { input } = successionProblem(lettuce({ promises }), [], targetOf(lettuce(), { by: 'orders' }));
    const said = input.demand[0]!.points.map((p) => [addDays(TODAY, p.at), p.quantity, p.lineId]);
    expect(said.slice(0, 3)).toEqual(promises.map((p) => [p.day, 120, p.lineId]));
    expect(said[3]).toEqual(['2026-05-15', 100, null]);
    expect(said.slice(3).every(([, quantity, line]) => line === null && quantity === 100)).toBe(true);
  });

  test('every order of the horizon is planned for, also of what nothing is wanted of besides and far ahead', () => {
    const promises = [
      {
        ...{ lineId: 'l', orderId: 'o', orderCode: 'O', customer: 'C', productCode: 'butterhead-lettuce' },
        ...{ day: '2026-05-29', quantity: 60 },
      },
    ];
    const facts = lettuce({ promises });
    const only = targetOf(facts, { by: 'orders', products: [{ code: 'butterhead-lettuce', amount: 0 }] });
    const { input } = successionProblem(facts, [], only);
    expect(input.demand[0]!.points).toEqual([{ at: 86, quantity: 60, lineId: 'l' }]);
  });

  test('what lies packed is carried over as in Market: only what it does not serve is wanted', () => {
    const packed = [
      { lotId: 'p', lotCode: 'P', productCode: 'butterhead-lettuce', quantity: 130, packedOn: '2026-03-04' },
    ];
    const { input } = successionProblem(lettuce({ packed }), [], targetOf(lettuce()));
    // Packed on Wednesday the 4th and good for ten days: the Thursday of the first planned week, the 12th, has it.
    expect(input.demand[0]!.points[0]).toMatchObject({ at: 15, quantity: 100 });
    expect(input.demand[0]!.points).toHaveLength(12);
  });

  test('every way has the days of the steps it would be planned with', () => {
    const facts = lettuce();
    const { input } = successionProblem(facts, [], targetOf(facts));
    const p = propose(facts, targetOf(facts));
    for (const line of p.draft.lines) {
      const way = input.ways.find((w) => addDays(TODAY, w.sowAt) === line.sowDay)!;
      expect(addDays(TODAY, way.transplantAt)).toBe(line.transplantDay);
      expect(addDays(TODAY, way.picks[0]!.at)).toBe(line.firstPick);
      expect(addDays(TODAY, way.clearAt)).toBe(line.clearDay);
    }
  });

  test('a crop that would hardly grow in a winter house is not sown for it', () => {
    const cold = { ...LOOP, plannedAirTempC: Array<number>(12).fill(5), plannedLightMol: Array<number>(12).fill(3) };
    const facts = farmOf(['sweet-basil'], [raft({ method: 'media' }), bench()], { loops: [cold] });
    expect(successionProblem(facts, [], targetOf(facts)).input.ways).toEqual([]);
  });

  test('without a bed, a nursery or anything wanted it says which is missing', () => {
    const facts = lettuce();
    const refusal = (f: FarmFacts, t: SuccessionTarget) => {
      try {
        successionProblem(f, [], t);
      } catch (error) {
        return (error as RuleBroken).message;
      }
      return 'planned';
    };
    expect(refusal(facts, targetOf(facts, { bedIds: [] }))).toMatch(/at least one bed/);
    expect(refusal(lettuce({}, [raft()]), targetOf(facts, { bedIds: ['R1'] }))).toMatch(/no nursery/);
    expect(refusal(facts, targetOf(facts, { products: [] }))).toMatch(/Nothing is wanted/);
  });
});

describe('what it proposes', () => {
  test('one bed, one lettuce: a hundred heads every week from the first that can be ready, none missing after', () => {
    const facts = lettuce();
    const p = propose(facts, targetOf(facts));
    const short = p.met[0]!.short;
    const first = short.findIndex((q) => q === 0);
    // Sown on Monday 9 March: 18 days of nursery and 30 in the bed, longer in spring light.
    expect(first).toBeGreaterThan(5);
    expect(short.slice(first).every((q) => q === 0)).toBe(true);
    expect(p.short).toHaveLength(1);
    expect(p.short[0]).toMatch(/Too late to sow for it/);
    expect(p.progress.gap).toBeLessThanOrEqual(0.02);
  });

  test('seeds make good what does not come up: 100 heads take 110 places and 125 seeds', () => {
    const facts = lettuce();
    const target = targetOf(facts);
    const p = propose(facts, { ...target, products: [{ code: 'butterhead-lettuce', amount: 100 }], weeks: 10 });
    const plants = p.draft.lines.reduce((sum, l) => sum + l.beds.reduce((s, b) => s + b.plants, 0), 0);
    const weeks = p.met[0]!.short.filter((q) => q === 0).length;
    // 100 / (0.95 · 0.96) = 109.6 places a week, and at most three more a sowing for whole heads.
    expect(plants).toBeGreaterThanOrEqual(weeks * 109.6);
    expect(plants).toBeLessThanOrEqual(weeks * 109.7 + 3 * p.draft.lines.length);
    for (const l of p.draft.lines)
      expect(l.seeds).toBe(Math.ceil(l.beds.reduce((s, b) => s + b.plants, 0) / (0.92 * 0.96) - 1e-9));
  });

  test('no bed and no bench ever holds more than it has, by the forecast of the draft kept', () => {
    const { facts, target } = largeBeds();
    const { input } = successionProblem(facts, [], { ...target, weeks: 13 });
    let n = 0;
    const p = proposeSuccession(
      {
        facts,
        plan: [],
        target: { ...target, weeks: 13 },
        limits: { seconds: 6, gap: 0.02, nodes: 20 },
        units: METRIC,
      },
      { highs, newId: () => `s${n++}`, clock },
      () => undefined,
    );
    const kept = applyChanges([], [{ change: 'add', steps: p.draft.steps }], TODAY);
    const forecast = forecastFarm(facts, kept, { ...DEFAULT_SETTINGS, horizonDays: input.days });
    for (const bed of facts.places) {
      const most = Math.max(...(forecast.bedsOccupied.get(bed.id) ?? [0]));
      // A part of a place is counted as a whole one for each planting.
      expect(most, bed.code).toBeLessThanOrEqual(bed.positions! + p.draft.lines.length);
    }
    expect(p.draft.unplaced).toBe(0);
    expect(forecast.warnings).toEqual([]);
  });

  test('what is in the bed by the kept plan stays there: only what is free is planned into', () => {
    const facts = lettuce({
      plantings: [
        {
          ...{ lotId: 'x', lotCode: 'OLD', cropCode: 'butterhead-lettuce', placeId: 'R1', count: 1000 },
          ...{ sownOn: '2026-02-01', transplantedOn: '2026-02-20', cutsDone: 0, lastCutOn: null },
        },
      ],
    });
    // It stands there to the end of the plan: nobody has planned to clear it.
    const p = propose(facts, targetOf(facts));
    expect(p.draft.lines).toEqual([]);
    expect(p.short.at(-1)).toMatch(/room in the beds/);
    expect(p.limits![0]!.kind).toBe('beds');
  });

  test('never worse than the hand rules, never better than its bound', () => {
    const { facts, target } = largeBeds();
    const { input } = successionProblem(facts, [], { ...target, weeks: 13 });
    const hand = planOf(input, greedyPlan(input)).costMinor;
    const best = solveSuccession({
      highs,
      input,
      limits: { seconds: 6, gap: 0.02, nodes: 20 },
      report: () => undefined,
      clock,
    });
    expect(best.plan.costMinor).toBeLessThanOrEqual(hand);
    expect(best.boundMinor!).toBeLessThanOrEqual(best.plan.costMinor);
    expect(best.plan.costMinor).toBeLessThan(nothingMetMinor(input));
  });
});

describe('limits', () => {
  const hungry = (over: Partial<SuccessionTarget> = {}) => {
    const facts = farmOf(['butterhead-lettuce', 'oakleaf-lettuce'], [raft(), raft({ id: 'R2', code: 'R2' }), bench()]);
    return propose(
      facts,
      targetOf(facts, { products: facts.products.map((p) => ({ code: p.code, amount: 250 })), ...over }),
    );
  };
  const plantsOf = (p: SuccessionProposal, crop?: string) =>
    p.draft.lines
      .filter((l) => !crop || l.cropCode === crop)
      .reduce((sum, l) => sum + l.beds.reduce((s, b) => s + b.plants, 0), 0);

  test('hours: no week of the draft takes more than are there, and it says that hours hold it back', () => {
    const free = hungry();
    const held = hungry({ labourHoursWeek: 3 });
    expect(plantsOf(held)).toBeLessThan(plantsOf(free));
    expect(held.limits!.map((l) => l.kind)).toContain('labour');
    expect(held.short.some((w) => /hours of work/.test(w))).toBe(true);
  });

  test('diversity: no crop has more of the room than its share', () => {
    const facts = farmOf(['butterhead-lettuce', 'oakleaf-lettuce'], [raft(), bench()]);
    const products = [
      { code: 'butterhead-lettuce', amount: 400 },
      { code: 'oakleaf-lettuce', amount: 10 },
    ];
    const share = (mostShare: number | null) => {
      const target = targetOf(facts, { products, mostShare });
      const { input } = successionProblem(facts, [], target);
      const p = propose(facts, target);
      const end = input.offset + input.weeks * 7;
      const taken = p.draft.lines
        .filter((l) => l.cropCode === 'butterhead-lettuce')
        .reduce((sum, l) => {
          const stood = Math.min(end, daysBetween(TODAY, l.clearDay)) - daysBetween(TODAY, l.transplantDay);
          return sum + stood * l.beds.reduce((s, b) => s + b.plants, 0);
        }, 0);
      return taken / (1000 * end);
    };
    expect(share(null)).toBeGreaterThan(0.3);
    expect(share(0.3)).toBeLessThanOrEqual(0.3 + 1e-6);
  });

  test('what the fish feed: plants stop where the feed of the loop does, unless told otherwise', () => {
    // 600 g of feed a day at 60 g/m² feed 10 m²: 250 places of a 40 m² bed of 1,000.
    const coupled = { ...LOOP, kind: 'coupled' as const };
    const facts = lettuce({ loops: [coupled] });
    const target = targetOf(facts, { products: [{ code: 'butterhead-lettuce', amount: 400 }] });
    const none = propose(facts, target);
    expect(none.draft.lines).toEqual([]);
    expect(none.short.at(-1)).toMatch(/what the fish feed/);
    const all = propose(facts, { ...target, holdNutrients: false });
    expect(all.draft.lines.length).toBeGreaterThan(0);
    // No fish at all: every planted week is a hungry one.
    expect(all.together[0]!.hungry.length).toBeGreaterThan(3);
    expect(all.together[0]!.hungryBefore).toBe(0);
  });

  test('the bench is a bottleneck like any bed', () => {
    const facts = lettuce({}, [raft(), bench({ positions: 60 })]);
    const p = propose(facts, targetOf(facts));
    expect(p.limits![0]!.kind).toBe('bench');
    const { input } = successionProblem(facts, [], targetOf(facts));
    const book = new Book(input);
    expect(book.most(input.ways[0]!)).toEqual({ plants: 60 * 0.92 * 0.96, by: 'bench' });
  });

  test('ripening fruit and leaves are not planned into one room', () => {
    const facts = farmOf(
      ['butterhead-lettuce', 'cherry-tomato'],
      [
        raft(),
        place('M1', 'bed', { method: 'media', positions: 60, areaM2: 30 }),
        place('M2', 'bed', { method: 'media', positions: 60, areaM2: 30, walk: 'tomato house' }),
        bench(),
      ],
    );
    const products = [
      { code: 'butterhead-lettuce', amount: 100 },
      { code: 'cherry-tomato', amount: 8_000 },
    ];
    const p = propose(facts, targetOf(facts, { weeks: 39, products }));
    const roomsOf = (crop: string) =>
      new Set(p.draft.lines.filter((l) => l.cropCode === crop).flatMap((l) => l.beds.map((b) => b.code)));
    expect([...roomsOf('cherry-tomato')]).toEqual(['M2']);
    expect([...roomsOf('butterhead-lettuce')]).toEqual(['R1']);
  });
});

describe('hand-worked', () => {
  test('earn most: of two crops with room for one, the one that earns more a place and day', () => {
    // Same days, same places; one sells at three times the price.
    const facts = farmOf(['butterhead-lettuce', 'oakleaf-lettuce'], [raft({ positions: 400, areaM2: 16 }), bench()], {
      products: [
        productOf('butterhead-lettuce', { priceMinor: 300 }),
        productOf('oakleaf-lettuce', { priceMinor: 100 }),
      ],
    });
    const products = facts.products.map((p) => ({ code: p.code, amount: 1000 }));
    const p = propose(facts, targetOf(facts, { by: 'earn', products }));
    const brings = (code: string) => p.met.find((m) => m.productCode === code)!.brings;
    expect(brings('butterhead-lettuce')).toBeGreaterThan(10 * brings('oakleaf-lettuce'));
  });

  test('nothing is sown at a loss: work that costs more than the price leaves the beds empty', () => {
    const facts = lettuce();
    const target = targetOf(facts, { by: 'earn' });
    const p = propose(facts, { ...target, costs: { ...target.costs, hourMinor: 100_000 } });
    expect(p.draft.lines).toEqual([]);
    expect(p.short.some((w) => /brings less than its work and seed cost/.test(w))).toBe(true);
  });

  test('a wish without a recipe is not dropped in silence', () => {
    const facts = lettuce({
      products: [
        productOf('butterhead-lettuce'),
        productOf('butterhead-lettuce', { code: 'mix', name: 'Salad mix', cropCode: null }),
      ],
    });
    const p = propose(facts, targetOf(facts));
    expect(p.short[0]).toBe(
      'Salad mix has no recipe, so nothing is planned for it: choose its crop under Farm, Products and prices.',
    );
  });

  test('without a price it says that a price is missing, not that it brings too little', () => {
    const facts = lettuce({ products: [productOf('butterhead-lettuce', { priceMinor: 0 })] });
    const p = propose(facts, targetOf(facts, { by: 'earn' }));
    expect(p.short.some((w) => /has no price yet/.test(w))).toBe(true);
    expect(p.short.some((w) => /brings less/.test(w))).toBe(false);
  });

  test('seedlings for sale need no bed, and it says so', () => {
    const tray = CROP_DEFAULTS.find((c) => c.finalDays === 0)!;
    const facts = farmOf([tray.code], [raft(), bench()]);
    expect(propose(facts, targetOf(facts)).short[0]).toMatch(/sold from the bench and need no bed/);
  });

  test('a limit is named only where lifting it would help: work and bench together, not one of them', () => {
    const facts = lettuce({}, [raft(), bench({ positions: 0 })]);
    const one = propose(facts, targetOf(facts));
    expect(one.short.at(-1)).toMatch(/room on the bench stops every one/);
    const both = propose(facts, targetOf(facts, { labourHoursWeek: 0.01 }));
    expect(both.short.at(-1)).toMatch(/room on the bench and hours of work stand in the way together/);
  });

  test('a cost by hand: one sowing of 100 places, its minutes and its seed', () => {
    const facts = lettuce();
    const { input } = successionProblem(facts, [], targetOf(facts));
    const way = input.ways[0]!;
    // Each time: 10 + 10 + 15 + 15 minutes. A plant: 4/100 of 1/(0.92 · 0.96) seeds, 8 + 25 + 4 of 100.
    expect(way.eachTimeMinor).toBeCloseTo((50 / 60) * 2200, 6);
    const seeds = 1 / (0.92 * 0.96);
    expect(way.plantMinor).toBeCloseTo(((0.04 * seeds + 0.37) / 60) * 2200 + seeds * 4, 6);
  });
});
