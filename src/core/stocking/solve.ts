import type { Highs } from 'highs';
import { candidateBatches } from './batches';
import { greedyPlan } from './greedy';
import { searchBudget, type SearchLimits } from '../solver/budget';
import { provenGap } from '../solver/provenGap';
import { Pieces } from '../solver/pieces';
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

/** Part of the time until which the relaxation, the few likeliest candidates with the first pieces, and all of them are searched. */
const RELAXED_SHARE = 0.4;
const LIKELIEST_SHARE = 0.25;
const FIRST_PIECES_SHARE = 0.35;
const WHOLE_SHARE = 0.8;
/** So many pieces in a row without a better plan, and no more are searched: before the whole, and after it. */
const FIRST_PATIENCE = 12;
const PATIENCE = 30;
/** Longest search of one piece, s. */
const PIECE_S = 3;
/** Weeks of harvest that the first pieces hold. */
const WEEKS_AT_ONCE = 6;
/** A plan of the candidates that the relaxation likes best is found in seconds, and tells how few of the others can better it. */
const LIKELIEST = 300;
/** Most candidates that are searched whole; the others cost more than they could save, or the bound says how much they might. */
const MOST_SEARCHED = 12000;
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
  const batches = candidateBatches(input);
  const model = stockingModel(input, batches);
  const known = new Known({ input, batches, seconds: budget.seconds, report });
  known.tell();
  const begun = known.best.plan;
  const relaxed = relax({ highs, model, batches, start: begun.batches, late: () => budget.late(RELAXED_SHARE) });
  known.prove(relaxed.boundMinor);
  if (begun.costMinor === 0) {
    known.tell();
    return known.best;
  }
  const search = searchOf({ highs, model, limits, known });
  const worth = (most: number) => worthSearching({ batches, relaxed, best: known.best.plan, most });
  const pieces = (among: readonly Batch[], { until, patience }: { until: number; patience: number }) =>
    searchPieces({ among, search, known, budget, weeks: input.weeks, gap: limits.gap, until, patience });
  search({ among: worth(LIKELIEST).searched, bound: budget.until(LIKELIEST_SHARE, 0.5) });
  known.tell();
  pieces(worth(MOST_SEARCHED).searched, { until: FIRST_PIECES_SHARE, patience: FIRST_PATIENCE });
  const { searched, leastOutside } = worth(MOST_SEARCHED);
  // What was left out costs at least so much: a bound of the search holds up to there.
  const heard = (dual: number) => {
    known.prove(Math.min(dual, leastOutside));
    known.tell();
  };
  if (relaxed.proven) search({ among: searched, bound: budget.until(WHOLE_SHARE, 0.1), heard });
  known.tell();
  pieces(searched, { until: 1, patience: PATIENCE });
  return known.best;
}

interface KnownArgs {
  input: PlannerInput;
  batches: readonly Batch[];
  seconds: () => number;
  report: (progress: PlanProgress) => void;
}

/** The best plan known, at first that by hand rules, and what is proven of it. */
class Known {
  best: PlanProgress;
  private boundMinor = 0;

  constructor(private readonly of: KnownArgs) {
    const plan = planOf(of.input, of.batches, greedyPlan(of.input, of.batches));
    this.best = { plan, boundMinor: 0, gap: 1, seconds: 0, by: 'rules' };
  }

  /** No plan costs less. */
  prove(boundMinor: number) {
    this.boundMinor = Math.max(this.boundMinor, boundMinor);
  }

  /** A plan that was found: kept if it is better. */
  found(among: readonly Batch[], values: ArrayLike<number>) {
    const plan = planOf(this.of.input, this.of.batches, chosen(among, values));
    if (plan.costMinor < this.best.plan.costMinor - 1e-6) this.best = { ...this.best, plan, by: 'solver' };
  }

  tell() {
    const { boundMinor } = this;
    const costMinor = this.best.plan.costMinor;
    const gap = provenGap({ costMinor, boundMinor, ofMinor: costMinor });
    this.best = { ...this.best, boundMinor, gap, seconds: this.of.seconds() };
    this.of.report(this.best);
  }
}

interface SearchOfArgs {
  highs: Highs;
  model: StockingModel;
  limits: SearchLimits;
  known: Known;
}

interface SearchArgs {
  among: readonly Batch[];
  /** Options of the solver that end it. */
  bound: object;
  /** What is not free stays as the best plan has it. None: all are. */
  free?: readonly boolean[];
  /** Told what was proven so far of those searched, minor units. */
  heard?: (dualMinor: number) => void;
}

type Search = (args: SearchArgs) => void;

/** Searches among some candidates for a better plan, from the best that is known. */
function searchOf({ highs, model, limits, known }: SearchOfArgs): Search {
  return ({ among, bound, free, heard }) => {
    const values = valuesOf(known.best.plan, among);
    highs.withModel(highsData(model, among.map(model.columnOf), free && { values, free }), (mip) => {
      mip.options.set({ output_flag: false, ...bound, mip_rel_gap: limits.gap, mip_min_logging_interval: 0.5 });
      mip.setSolution({ indices: Int32Array.from(among.keys()), values });
      const on = (data: { mip_dual_bound?: number; mip_solution?: Float64Array }) => {
        if (data.mip_solution) known.found(among, data.mip_solution);
        heard?.(data.mip_dual_bound ?? 0);
        return undefined;
      };
      mip.run({ [MIP_IMPROVING]: (event) => on(event.data), [MIP_LOGGING]: (event) => on(event.data) });
      if (Number.isFinite(mip.getObjectiveValue())) known.found(among, mip.getSolution().colValue);
      heard?.(mip.info.get('mip_dual_bound') as number);
    });
  };
}

interface SearchPiecesArgs {
  among: readonly Batch[];
  search: Search;
  known: Known;
  budget: ReturnType<typeof searchBudget>;
  weeks: number;
  /** A plan that is so near the best, as a share, is good enough. */
  gap: number;
  /** Share of the time that may be over. */
  until: number;
  /** So many pieces in a row may bring nothing. */
  patience: number;
}

/** Betters the plan by some weeks of harvest at a time, the rest stays as it is. */
function searchPieces({ among, search, known, budget, weeks, gap, until, patience }: SearchPiecesArgs) {
  const pieces = new Pieces(WEEKS_AT_ONCE, weeks);
  const next = budget.pieces(until);
  for (let idle = 0; idle < patience && known.best.gap > gap;) {
    const bound = next();
    if (!bound) return;
    const [before, began] = [known.best.plan.costMinor, budget.seconds()];
    const isFree = pieces.next();
    search({ among, bound, free: among.map((b) => isFree(b.takings[0]?.week ?? 0)) });
    const isBetter = known.best.plan.costMinor < before - 1;
    if (!isBetter) pieces.fit(budget.shareUsed(began));
    idle = isBetter ? 0 : idle + 1;
    known.tell();
  }
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

interface WorthSearchingArgs {
  batches: readonly Batch[];
  relaxed: Relaxed;
  best: StockingPlan;
  most: number;
}

/** Candidates that could be in a plan cheaper than the best known, the likeliest first, and what a plan with any other costs at least. */
function worthSearching({ batches, relaxed, best, most }: WorthSearchingArgs) {
  const inBest = new Set(best.batches.map((p) => p.batch));
  const spare = best.costMinor - relaxed.boundMinor;
  const must = batches.filter((b) => inBest.has(b) || b.lotCode);
  const others = [...batches.keys()]
    .filter((i) => !inBest.has(batches[i]!) && !batches[i]!.lotCode && (relaxed.reduced[i]! < spare || !relaxed.proven))
    .sort((a, b) => relaxed.reduced[a]! - relaxed.reduced[b]!);
  const taken = Math.max(0, most - must.length);
  const dropped = others[taken];
  return {
    searched: [...must, ...others.slice(0, taken).map((i) => batches[i]!)],
    leastOutside: dropped === undefined ? Infinity : relaxed.boundMinor + Math.max(0, relaxed.reduced[dropped]!),
  };
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
  held?: { values: Float64Array; free: readonly boolean[] },
) {
  const fixedAt = (c: number) => (held && c < columns.length && !held.free[c] ? held.values[c] : undefined);
  return modelData(model, [...columns, ...model.own], fixedAt);
}
