import loadHighs from 'highs';
import { describe, expect, test } from 'vitest';
import { promiseTable } from '../../../src/core/market/promiseTable';
import { applyChanges } from '../../../src/core/plan/changes';
import { purgeClashDays } from '../../../src/core/plan/consequences';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { DEFAULT_SETTINGS } from '../../../src/core/plan/settings';
import { type FarmForecast } from '../../../src/core/facts/forecast';
import { type PlaceFact } from '../../../src/core/facts/farm';
import { addDays, weekStart } from '../../../src/core/quantity/days';
import { candidateBatches } from '../../../src/core/stocking/batches';
import { draftOf } from '../../../src/core/stocking/draft';
import { greedyPlan } from '../../../src/core/stocking/greedy';
import { planOf } from '../../../src/core/stocking/model';
import { draftOutcome } from '../../../src/core/stocking/outcome';
import { movableHarvests, stockingProblem } from '../../../src/core/stocking/problem';
import { solveStocking } from '../../../src/core/stocking/solve';
import { madeUpFarm } from './madeUpFarm';

const FARMS = 200;
/** Every so many farms one is planned by the real solver, the others by hand rules. */
const SOLVED_EVERY = 20;
const highs = await loadHighs();

function planned(seed: number) {
  const { facts, plan: all, target } = madeUpFarm(seed);
  // On half of the farms the harvests that stand are planned anew.
  const moved = new Set(seed % 2 === 0 ? movableHarvests(facts, all, target).map((m) => m.groupId) : []);
  const plan = all.filter((s) => !moved.has(s.groupId));
  const problem = stockingProblem(facts, plan, target);
  const batches = candidateBatches(problem.input);
  const { input } = problem;
  const limits = { seconds: 3, gap: 0.02, nodes: 10 };
  const solved =
    seed % SOLVED_EVERY === 0
      ? solveStocking({ highs, input, limits, report: () => undefined, clock: () => performance.now() }).plan
      : planOf(input, batches, greedyPlan(input, batches));
  let [ids, codes] = [0, 0];
  const draft = draftOf({ facts, problem, solved, newId: () => `new-${++ids}`, newCode: () => `N-${++codes}` });
  return { facts, plan, moved, target, problem, solved, draft, outcome: draftOutcome({ facts, plan, problem, draft }) };
}

type Planned = ReturnType<typeof planned>;

/** Within a hundredth, or a fish and a half: fish are counted whole. */
function expectAlike(said: number, comes: number, fishKg: number, what: string) {
  expect(Math.abs(said - comes), `${what}: ${said.toFixed(2)} said, ${comes.toFixed(2)} comes`).toBeLessThanOrEqual(
    Math.max(said, comes) * 0.01 + fishKg * 1.5,
  );
}

/** What the planner reckoned for each part of each batch is what the forecast harvests. */
function expectHarvestsAsReckoned({ draft, outcome, problem }: Planned, seed: number) {
  draft.lines.forEach(({ batch, lotCode }, i) => {
    // A harvest that found no purge tank leaves its fish to the later ones: they bring more than reckoned.
    if (draft.unplaced.some((u) => u.lotCode === lotCode)) return;
    for (const t of batch.takings) {
      const day = addDays(problem.input.firstDay, t.harvestDay);

      const kg = outcome.batches[i]!.harvests.filter((h) => h.day === day).reduce((sum, h) => sum + h.kg, 0);
      expectAlike(t.kg, kg, t.weightG / 1000, `farm ${seed}, ${lotCode} of ${batch.speciesCode} on ${day}`);
    }
  });
}

/** What comes of a product week by week, by the forecast and its promise table over the app's own horizon. */
function weeksOf(forecast: FarmForecast, { facts }: Planned) {
  return promiseTable({ forecast, products: facts.products, promises: facts.promises, weeks: 24 });
}

function expectPromiseTableAlike(p: Planned, seed: number) {
  const kept = applyChanges(p.plan, [{ change: 'add', steps: p.draft.steps }], p.facts.today);
  const settings = { ...DEFAULT_SETTINGS, horizonDays: 190 };
  const before = weeksOf(forecastFarm(p.facts, p.plan, settings), p);
  const after = weeksOf(forecastFarm(p.facts, kept, settings), p);
  after.forEach((row, r) =>
    row.weeks.slice(0, 22).forEach((week, w) => {
      const said = p.draft.lines.reduce((sum, line, i) => {
        if (line.batch.speciesCode !== row.product.speciesCode) return sum;
        const own = p.outcome.batches[i]!.harvests.filter((h) => weekStart(h.day) === week.weekStart);
        return sum + own.reduce((kg, h) => kg + h.kg, 0);
      }, 0);
      expectAlike(
        said,
        (week.expected - before[r]!.weeks[w]!.expected) / 1000,
        0.001,
        `farm ${seed}, ${row.product.code} in week ${week.week}`,
      );
    }),
  );
}

const most = (series: Float64Array | undefined) =>
  (series ?? new Float64Array()).reduce((max, v) => Math.max(max, v), 0);

function expectRoom(p: Planned, seed: number) {
  const { forecast } = p.outcome;
  const { forecast: was } = p.problem;
  for (const place of p.facts.places) {
    const limitG = (place.volumeL ?? 0) * (place.densityLimitKgM3 ?? 0);
    if (place.kind === 'bed' || place.kind === 'nursery') continue;
    const [now, before] = [most(forecast.tanks.get(place.id)?.biomassG), most(was.tanks.get(place.id)?.biomassG)];
    expect(now, `farm ${seed}, ${place.code} holds ${now.toFixed(0)} g of ${limitG}`).toBeLessThanOrEqual(
      Math.max(limitG * 1.01, before * 1.001),
    );
    if (place.kind === 'purge') expectOneBatch(p, place, seed);
  }
}

function expectOneBatch(p: Planned, place: PlaceFact, seed: number) {
  const was = purgeClashDays(p.problem.forecast, place.id).length;
  expect(
    purgeClashDays(p.outcome.forecast, place.id).length,
    `farm ${seed}, ${place.code} holds two batches`,
  ).toBeLessThanOrEqual(was);
}

/** No step finds fewer fish than it asks for, no fish are too small, and nothing of the kept plan comes otherwise. */
function expectNothingAmiss(p: Planned, seed: number) {
  const known = new Set(p.problem.forecast.warnings.map((w) => w.words));
  const added = p.outcome.forecast.warnings.filter((w) => !known.has(w.words));
  expect(
    added.map((w) => w.words),
    `farm ${seed}`,
  ).toEqual([]);
  const own = new Set(p.draft.lines.flatMap((l) => l.harvestIds));
  const rest = (f: FarmForecast) => f.supply.filter((s) => !own.has(s.stepId ?? '')).map((s) => [s.stepId, s.quantity]);
  expect(rest(p.outcome.forecast), `farm ${seed}`).toEqual(rest(p.problem.forecast));
}

describe('the planner, the forecast of the kept draft and the promise table count the same fish', () => {
  const farms = Array.from({ length: FARMS }, (_, i) => planned(i + 1));

  test('the farms made up hold what planners meet: crowded tanks, shared lots, large fish, overdue steps, several purge tanks and none', () => {
    const facts = farms.map((f) => f.facts);
    expect(facts.filter((f) => !f.places.some((p) => p.kind === 'purge')).length).toBeGreaterThan(10);
    expect(farms.filter((f) => f.plan.some((s) => s.day < f.facts.today)).length).toBeGreaterThan(10);
    expect(
      farms.filter((f) => new Set(f.facts.fish.map((x) => x.lotCode)).size < f.facts.fish.length).length,
    ).toBeGreaterThan(10);
    expect(farms.reduce((sum, f) => sum + f.draft.lines.length, 0)).toBeGreaterThan(400);
    expect(farms.filter((f) => f.draft.lines.some((l) => l.batch.lotCode)).length).toBeGreaterThan(50);
    expect(farms.filter((f) => f.moved.size > 0).length).toBeGreaterThan(20);
  });

  test('each harvest brings what was reckoned for it, to a hundredth', () => {
    farms.forEach((p, i) => expectHarvestsAsReckoned(p, i + 1));
  });

  test('the promise table expects, week by week, what the planner says its draft brings', () => {
    farms.forEach((p, i) => expectPromiseTableAlike(p, i + 1));
  });

  test('no tank passes its limit and no purge tank holds two batches because of a draft', () => {
    farms.forEach((p, i) => expectRoom(p, i + 1));
  });

  test('every step finds its fish, of a size that sells, and the kept plan brings what it did', () => {
    farms.forEach((p, i) => expectNothingAmiss(p, i + 1));
  });

  test('what stays short by the forecast is what the planner reckoned would', () => {
    farms.forEach(({ solved, outcome, problem, draft }, i) => {
      if (draft.unplaced.length > 0) return;
      for (const { speciesCode, kgByWeek } of problem.input.demand) {
        const sum = (list: typeof solved.short) =>
          list.filter((s) => s.speciesCode === speciesCode && s.week >= 0).reduce((kg, s) => kg + s.kg, 0);
        const wanted = kgByWeek.reduce((kg, w) => kg + w, 0);
        const [said, comes] = [sum(solved.short), sum(outcome.short)];
        expect(
          Math.abs(said - comes),
          `farm ${i + 1}, ${speciesCode}: ${said.toFixed(1)} of ${wanted.toFixed(1)} said short, ${comes.toFixed(1)} comes short`,
        ).toBeLessThanOrEqual(wanted * 0.01 + 1);
      }
    });
  });
});
