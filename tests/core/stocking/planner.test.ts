import loadHighs, { type Highs } from 'highs';
import { beforeAll, describe, expect, test } from 'vitest';
import { candidateBatches } from '../../../src/core/stocking/batches';
import { greedyPlan } from '../../../src/core/stocking/greedy';
import { bindingLimits, crowdedWeeks } from '../../../src/core/stocking/limits';
import { planOf } from '../../../src/core/stocking/model';
import { solveStocking, type PlanProgress } from '../../../src/core/stocking/solve';
import type { PlannerInput, StockingPlan } from '../../../src/core/stocking/types';
import { freshSpread } from '../../../src/core/fish/sizeSpread';
import { SPECIES_DEFAULTS } from '../../../src/core/library/defaults';
import { METRIC } from '../../../src/core/quantity/units';
import { demandFor, WEEKS, yearProblem } from './problem';

let highs: Highs;
beforeAll(async () => {
  highs = await loadHighs();
});

/** One species in one loop: small enough to be proven best in a moment. */
function troutOnly(kg = 30): PlannerInput {
  const year = yearProblem();
  return {
    ...year,
    choices: year.choices.filter((c) => c.loopCode === 'cool'),
    demand: [
      demandFor(
        'rainbow-trout',
        Array.from({ length: WEEKS }, (_, w) => (w < 24 ? 0 : kg)),
      ),
    ],
  };
}

const ticking = () => {
  let ms = 0;
  return () => (ms += 1);
};

function solve(input: PlannerInput, nodes = 100): { best: PlanProgress; first: PlanProgress } {
  const reports: PlanProgress[] = [];
  const best = solveStocking({
    highs,
    input,
    limits: { seconds: 20, gap: 0.01, nodes },
    report: (p) => reports.push(p),
    clock: ticking(),
  });
  return { best, first: reports[0]! };
}

function expectWithinLimits(input: PlannerInput, plan: StockingPlan) {
  input.groups.forEach((group, g) => {
    for (let week = 0; week < input.weeks; week++) {
      const used = plan.batches.reduce(
        (sum, { batch, tanks }) =>
          sum + tanks * batch.path.filter((l) => l.group === g && l.from <= week && l.until > week).length,
        0,
      );
      expect(used, `${group.name} in week ${week}`).toBeLessThanOrEqual(group.freeByWeek[week]!);
    }
  });
  for (const { batch } of plan.batches) {
    const caught = batch.takings.reduce((sum, t) => sum + t.count, 0);
    expect(caught).toBeLessThanOrEqual(batch.stocked + 1e-6);
  }
}

describe('candidates', () => {
  test('fish are taken only while they are of a size that sells, from the tank they end in', () => {
    for (const batch of candidateBatches(troutOnly())) {
      for (const t of batch.takings) {
        expect(t.weightG).toBeGreaterThanOrEqual(280);
        expect(t.stopDay).toBeGreaterThanOrEqual(batch.path.at(-1)!.from * 7);
        expect(t.outDay).toBeLessThanOrEqual(batch.path.at(-1)!.until * 7);
      }
      expect(batch.path[0]!.from).toBe(batch.stockWeek);
      batch.path.slice(1).forEach((leg, i) => expect(leg.from).toBe(batch.path[i]!.until));
    }
  });

  test('nobody stocks what no order can take, and water too cold for a species offers nothing', () => {
    const none = troutOnly(0);
    expect(candidateBatches(none)).toEqual([]);
  });

  test('with a quarantine tank, new fish begin there and only as many as it holds', () => {
    const input = troutOnly();
    const quarantine = {
      key: 'q',
      name: 'quarantine tanks',
      loopCode: null,
      stage: 'quarantine',
      rank: 0,
      placeIds: ['q'],
      capacityKg: 30,
      freeByWeek: Array(WEEKS).fill(1),
    };
    const guarded = {
      ...input,
      groups: [...input.groups, quarantine],
      choices: input.choices.map((c) => ({ ...c, quarantineWeeks: 2 })),
    };
    const batches = candidateBatches(guarded);
    expect(batches.length).toBeGreaterThan(0);
    for (const batch of batches) {
      expect(batch.path[0]).toEqual({ group: input.groups.length, from: batch.stockWeek, until: batch.stockWeek! + 2 });
      expect(batch.stocked * batch.startG).toBeLessThan(30_000);
    }
  });
});

describe('plan by hand rules', () => {
  test('it keeps every row of the model', () => {
    const input = yearProblem();
    const batches = candidateBatches(input);
    const plan = planOf(input, batches, greedyPlan(input, batches));
    expectWithinLimits(input, plan);
    expect(plan.batches.length).toBeGreaterThan(5);
  });
});

describe('solver', () => {
  test('it is never dearer than the hand rules, and its bound is never above its plan', () => {
    const input = troutOnly();
    const { best, first } = solve(input);
    expect(first.by).toBe('rules');
    expect(best.plan.costMinor).toBeLessThanOrEqual(first.plan.costMinor + 1e-6);
    expect(best.boundMinor).toBeLessThanOrEqual(best.plan.costMinor + 1e-6);
    expect(best.gap).toBeLessThan(0.1);
    expectWithinLimits(input, best.plan);
  });

  test('what is delivered and what is short add up to what is wanted', () => {
    const input = troutOnly();
    const { best } = solve(input);
    const wanted = input.demand[0]!.kgByWeek.reduce((sum, kg) => sum + kg, 0);
    const caught = best.plan.batches.reduce(
      (sum, p) => sum + p.tanks * p.batch.takings.reduce((s, t) => s + t.kg, 0),
      0,
    );
    const short = best.plan.short.reduce((sum, s) => sum + s.kg, 0);
    expect(caught + short).toBeGreaterThan(wanted - 1);
  });

  test('an order by number is met in fish, none under the size ordered, and said in fish', () => {
    const input = troutOnly();
    const perWeek = 40;
    const fromG = 400;
    const kgByWeek = input.demand[0]!.kgByWeek.map((kg) => (kg > 0 ? (perWeek * fromG) / 1000 : 0));
    const byNumber = { ...input, demand: [{ ...demandFor('rainbow-trout', kgByWeek), fromG, counted: true }] };
    const { best } = solve(byNumber);
    const takings = best.plan.batches.flatMap((p) => p.batch.takings.map((t) => ({ ...t, count: t.count * p.tanks })));
    expect(Math.min(...takings.map((t) => t.weightG))).toBeGreaterThanOrEqual(fromG);
    const weeks = kgByWeek.filter((kg) => kg > 0).length;
    const shortFish = best.plan.short.reduce((sum, s) => sum + (s.kg * 1000) / fromG, 0);
    expect(takings.reduce((sum, t) => sum + t.count, 0) + shortFish).toBeGreaterThan(perWeek * weeks - 1);
    // The purge tanks hold what the fish weigh, not what they count for.
    expectWithinLimits(byNumber, best.plan);
    const full = { ...byNumber, groups: input.groups.map((g) => ({ ...g, freeByWeek: Array(WEEKS).fill(0) })) };
    const nothing = solve(full).best.plan;
    expect(
      bindingLimits({ input: full, batches: candidateBatches(full), plan: nothing, units: METRIC })[0]!.words,
    ).toContain(`${(perWeek * weeks).toLocaleString('en-GB')} fish missing`);
  });

  test('no tanks: everything is short, and the reason names the tanks', () => {
    const input = troutOnly();
    const full = { ...input, groups: input.groups.map((g) => ({ ...g, freeByWeek: Array(WEEKS).fill(0) })) };
    const { best } = solve(full);
    expect(best.plan.batches).toEqual([]);
    const binding = bindingLimits({ input: full, batches: candidateBatches(full), plan: best.plan, units: METRIC });
    expect(binding[0]!.words).toMatch(/with room in the .*tanks of cool, .* tries would/);
    expect(Math.round(binding[0]!.kg)).toBe(30 * 28);
  });

  test('an order sooner than fish can grow says from when they could be had', () => {
    const input = troutOnly();
    const soon = {
      ...input,
      demand: [
        demandFor(
          'rainbow-trout',
          input.demand[0]!.kgByWeek.map((_, w) => (w === 2 || w > 30 ? 20 : 0)),
        ),
      ],
    };
    const { best } = solve(soon);
    const words = bindingLimits({ input: soon, batches: candidateBatches(soon), plan: best.plan, units: METRIC }).map(
      (b) => b.words,
    );
    expect(words.find((w) => /Too soon/.test(w))).toMatch(/20.0 kg missing.*reach sale size on/);
  });

  test('a purge tank too small holds harvests back and is named', () => {
    const input = troutOnly();
    const tight = { ...input, purgeTanks: [{ placeId: 'p', capacityKg: 2, heldOn: new Set<number>() }] };
    const { best } = solve(tight);
    expect(best.plan.short.reduce((sum, s) => sum + s.kg, 0)).toBeGreaterThan(500);
    expect(
      bindingLimits({ input: tight, batches: candidateBatches(tight), plan: best.plan, units: METRIC })
        .map((b) => b.words)
        .join(),
    ).toMatch(/the purge tanks are full in every try|with room in the purge tanks/);
  });

  test('a missing kg that costs next to nothing is not worth a fish', () => {
    const input = troutOnly();
    const { best } = solve({ ...input, costs: { ...input.costs, shortMinorPerKg: 1 } });
    expect(best.plan.batches).toEqual([]);
  });

  test('a kept plan that needs the tank of fish that are here is no dead end: it is planned around and said', () => {
    const trout = SPECIES_DEFAULTS.find((c) => c.code === 'rainbow-trout')!;
    const here = {
      lotCode: 'TRT-9',
      species: trout,
      placeId: 'cool|grow-out|9000#0',
      fromWeek: 0,
      count: 400,
      referenceG: 120,
      bins: freshSpread(0.2),
      pace: 1,
    };
    const base = troutOnly();
    const home = base.groups.find((g) => g.loopCode === 'cool' && g.stage === 'grow-out')!;
    // Fish that grow in the largest tank, which the kept plan fills with others from week 4 to week 7.
    const groups = base.groups.map((g) =>
      g.loopCode !== 'cool'
        ? g
        : { ...g, freeByWeek: g.freeByWeek.map((_, w) => (g === home && (w < 4 || w > 7) ? 1 : 0)) },
    );
    const input = { ...base, groups, present: [{ ...here, groupKey: home.key }] };
    const { best } = solve(input);
    expect(best.boundMinor).toBeGreaterThan(0);
    expect(best.plan.batches.filter((b) => b.batch.lotCode === 'TRT-9')).toHaveLength(1);
    expect(crowdedWeeks(input, best.plan).join(' ')).toMatch(
      /grow-out tanks of cool do not hold.*TRT-9 in weeks \d+ to \d+/,
    );
    expect(crowdedWeeks(base, solve(base).best.plan)).toEqual([]);
  });

  test('fish that are here go exactly one way and keep their tank until they go', () => {
    const input = troutOnly();
    const here = {
      lotCode: 'TRT-9',
      species: input.choices[0]!.species,
      groupKey: input.groups[5]!.key,
      placeId: 'k6',
      fromWeek: 0,
      count: 300,
      referenceG: 250,
      bins: freshSpread(0.2),
      pace: 1,
    };
    const wanted = demandFor(
      'rainbow-trout',
      Array.from({ length: WEEKS }, (_, w) => (w > 3 && w < 9 ? 20 : 0)),
    );
    const { best } = solve({ ...input, present: [here], demand: [wanted] });
    const own = best.plan.batches.filter((p) => p.batch.lotCode === 'TRT-9');
    expect(own.length).toBe(1);
    expect(own[0]!.batch.takings.length).toBeGreaterThan(0);
    expect(own[0]!.batch.path[0]!.from).toBe(0);
  });
});
