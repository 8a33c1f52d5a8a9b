import type { Highs } from 'highs';
import { candidateBatches } from './batches';
import { greedyPlan } from './greedy';
import { searchBudget, type SearchLimits } from '../solver/budget';
import { provenGap } from '../solver/provenGap';
import { MIP_IMPROVING, MIP_LOGGING, modelData, type Column } from '../solver/mip';
import { planOf, stockingModel, type StockingModel } from './model';
import type { Batch, PlannedBatch, PlannerInput, StockingPlan } from './types';

export interface PlanProgress {
  plan: StockingPlan;
  /** Proven: no choice of the ways weighed costs less, minor units. 0 while nothing is proven. */
  boundMinor: number;
  /** (cost − bound) / cost; 0 when proven best. */
  gap: number;
  seconds: number;
  by: 'rules' | 'solver';
}

/** Part of the time for the relaxation, and until the whole problem was searched; the rest betters the plan piece by piece. */
const RELAXED_SHARE = 0.4;
const WHOLE_SHARE = 0.75;
/** So many pieces in a row without a better plan, and the search ends. */
const PATIENCE = 24;
/** Longest search of one piece, s. */
const PIECE_S = 5;
/** Most candidates that are searched whole; the others cost more than they could save, or the bound says how much they might. */
const MOST_SEARCHED = 6000;
/** Candidates taken into the relaxation at a time. */
const TAKEN_IN = 1500;

interface SolveStockingArgs {
  highs: Highs;
  input: PlannerInput;
  limits: SearchLimits;
  report: (progress: PlanProgress) => void;
  clock: () => number;
}

/**
 * Plans stockings and harvests. Reports the plan by hand rules first, then every better one the solver finds, then
 * the last with its proven bound. The candidates are too many to be searched at once: the relaxation takes in those that would
 * better it until none is left, which proves the bound for all of them, and those that could be part of a better plan are searched.
 * Blocks its thread: call it in a worker; to stop it, end the worker and keep the last report.
 */
export function solveStocking({ highs, input, limits, report, clock }: SolveStockingArgs): PlanProgress {
  const budget = searchBudget({ limits, pieceS: PIECE_S, clock });
  const { seconds } = budget;
  const batches = candidateBatches(input);
  const model = stockingModel(input, batches);
  let best: PlanProgress = {
    plan: planOf(input, batches, greedyPlan(input, batches)),
    boundMinor: 0,
    gap: 1,
    seconds: 0,
    by: 'rules',
  };
  let bound = 0;
  const better = (searched: readonly Batch[], values: ArrayLike<number>) => {
    const found = planOf(input, batches, chosen(searched, values));
    if (found.costMinor < best.plan.costMinor - 1e-6) best = { ...best, plan: found, by: 'solver' };
  };
  const tell = () => {
    const cost = best.plan.costMinor;
    best = {
      ...best,
      boundMinor: bound,
      gap: provenGap({ costMinor: cost, boundMinor: bound, ofMinor: cost }),
      seconds: seconds(),
    };
    report(best);
  };
  tell();
  const relaxed = relax({
    highs,
    model,
    batches,
    start: best.plan.batches,
    late: () => budget.late(RELAXED_SHARE),
  });
  bound = Math.max(0, relaxed.boundMinor);
  const { searched, leastOutside } = worthSearching(batches, relaxed, best.plan);
  const columns = searched.map(model.columnOf);
  const search = (bound: object, free: readonly boolean[] | null, heard?: (dual: number) => void) =>
    highs.withModel(highsData(model, columns, free && { values: valuesOf(best.plan, searched), free }), (mip) => {
      mip.options.set({ output_flag: false, ...bound, mip_rel_gap: limits.gap, mip_min_logging_interval: 0.5 });
      mip.setSolution({ indices: Int32Array.from(searched.keys()), values: valuesOf(best.plan, searched) });
      const on = (data: { mip_dual_bound?: number; mip_solution?: Float64Array }) => {
        if (data.mip_solution) better(searched, data.mip_solution);
        if (heard) heard(data.mip_dual_bound ?? 0);
        return undefined;
      };
      mip.run({ [MIP_IMPROVING]: (event) => on(event.data), [MIP_LOGGING]: (event) => on(event.data) });
      if (Number.isFinite(mip.getObjectiveValue())) better(searched, mip.getSolution().colValue);
      return mip.info.get('mip_dual_bound') as number;
    });
  // What was left out costs at least so much: a bound of the search holds up to there.
  const prove = (dual: number) => (bound = Math.max(bound, Math.min(dual, leastOutside)));
  if (relaxed.proven && best.plan.costMinor > 0)
    prove(
      search(budget.until(WHOLE_SHARE, 0.1), null, (dual) => {
        prove(dual);
        tell();
      }),
    );
  tell();
  let idle = 0;
  for (let turn = 0; idle < PATIENCE && best.gap > limits.gap; turn++) {
    const bound = budget.piece();
    if (!bound) break;
    const before = best.plan.costMinor;
    search(bound, neighbourhood(searched, input.weeks, turn));
    idle = best.plan.costMinor < before ? 0 : idle + 1;
    tell();
  }
  return best;
}

interface Relaxed {
  boundMinor: number;
  proven: boolean;
  /** What each candidate would cost beyond what it is worth in the relaxation, minor units. */
  reduced: Float64Array;
  takenIn: ReadonlySet<number>;
}

interface RelaxArgs {
  highs: Highs;
  model: StockingModel;
  batches: readonly Batch[];
  start: readonly PlannedBatch[];
  late: () => boolean;
}

/** Solves the relaxation over all candidates by taking in only those that better it. */
function relax({ highs, model, batches, start, late }: RelaxArgs): Relaxed {
  const columns = batches.map(model.columnOf);
  const begun = new Set(start.map((p) => p.batch));
  const takenIn = new Set<number>();
  batches.forEach((batch, i) => (batch.lotCode || begun.has(batch)) && takenIn.add(i));
  const reduced = new Float64Array(batches.length);
  for (;;) {
    const own = [...takenIn];
    const { cost, duals } = highs.withModel(
      highsData(
        model,
        own.map((i) => ({ ...columns[i]!, integer: false })),
      ),
      (lp) => {
        lp.options.set({ output_flag: false });
        lp.run();
        return { cost: lp.getObjectiveValue(), duals: Float64Array.from(lp.getSolution().rowDual) };
      },
    );
    let least = 0;
    columns.forEach((column, i) => {
      let rest = column.cost;
      for (let k = 0; k < column.rows.length; k++) rest -= duals[column.rows[k]!]! * column.values[k]!;
      reduced[i] = rest;
      if (!takenIn.has(i) && column.upper > 0) least = Math.min(least, rest);
    });
    const proven = least > -NOTHING_MINOR;
    if (proven || late()) return { boundMinor: proven ? cost : 0, proven, reduced, takenIn };
    for (const i of mostWanted({ batches, columns, reduced, takenIn })) takenIn.add(i);
  }
}

/** Less than this a candidate cannot better a plan by, minor units. */
const NOTHING_MINOR = 0.5;

interface Priced {
  batches: readonly Batch[];
  columns: readonly Column[];
  /** What each would add to the cost, by the relaxation’s prices. */
  reduced: Float64Array;
  takenIn: ReadonlySet<number>;
}

/** The candidates that would better the relaxation most, not too many alike. */
function mostWanted({ batches, columns, reduced, takenIn }: Priced): number[] {
  const open = [...batches.keys()].filter(
    (i) => !takenIn.has(i) && columns[i]!.upper > 0 && reduced[i]! < -NOTHING_MINOR,
  );
  open.sort((a, b) => reduced[a]! - reduced[b]!);
  const alike = new Map<string, number>();
  return open
    .filter((i) => {
      const { speciesCode, stockWeek, startG } = batches[i]!;
      const key = `${speciesCode}|${stockWeek}|${startG}`;
      const n = alike.get(key) ?? 0;
      alike.set(key, n + 1);
      return n < ALIKE_AT_ONCE;
    })
    .slice(0, TAKEN_IN);
}

const ALIKE_AT_ONCE = 8;

/** Candidates that could be in a plan cheaper than the best known, the likeliest first, and what a plan with any other costs at least. */
function worthSearching(batches: readonly Batch[], relaxed: Relaxed, best: StockingPlan) {
  const inBest = new Set(best.batches.map((p) => p.batch));
  const spare = best.costMinor - relaxed.boundMinor;
  const must = batches.filter((b) => inBest.has(b) || b.lotCode);
  const others = [...batches.keys()]
    .filter((i) => !inBest.has(batches[i]!) && !batches[i]!.lotCode && (relaxed.reduced[i]! < spare || !relaxed.proven))
    .sort((a, b) => relaxed.reduced[a]! - relaxed.reduced[b]!);
  const most = Math.max(0, MOST_SEARCHED - must.length);
  const dropped = others[most];
  return {
    searched: [...must, ...others.slice(0, most).map((i) => batches[i]!)],
    leastOutside: dropped === undefined ? Infinity : relaxed.boundMinor + Math.max(0, relaxed.reduced[dropped]!),
  };
}

/**
 * The piece of the plan that is free in a turn: by turns all of one species, or all fish whose stay touches a stretch of
 * weeks that moves on. What is not free stays as the best plan has it.
 */
function neighbourhood(batches: readonly Batch[], weeks: number, turn: number): boolean[] {
  const species = [...new Set(batches.map((b) => b.speciesCode))];
  if (turn % 2 === 0 && species.length > 1) {
    const kept = species[(turn / 2) % species.length];
    return batches.map((b) => b.speciesCode !== kept);
  }
  const length = Math.ceil(weeks / 2);
  const from = (((turn >> 1) * Math.ceil(weeks / 6)) % weeks) - Math.ceil(weeks / 6);
  return batches.map((b) => (b.takings[0]?.week ?? 0) >= from && (b.takings[0]?.week ?? 0) < from + length);
}

function chosen(batches: readonly Batch[], values: ArrayLike<number>): PlannedBatch[] {
  return batches.map((batch, i) => ({ batch, tanks: Math.round(values[i]!) })).filter((p) => p.tanks > 0);
}

function valuesOf(plan: StockingPlan, batches: readonly Batch[]): Float64Array {
  const tanks = new Map(plan.batches.map((p) => [p.batch, p.tanks]));
  return Float64Array.from(batches, (b) => tanks.get(b) ?? 0);
}

/** @param held candidates that are not free keep their values */
function highsData(
  model: StockingModel,
  columns: readonly Column[],
  held?: { values: Float64Array; free: readonly boolean[] } | null,
) {
  const fixedAt = (c: number) => (held && c < columns.length && !held.free[c] ? held.values[c] : undefined);
  return modelData(model, [...columns, ...model.own], fixedAt);
}
