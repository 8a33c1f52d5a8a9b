import type { Highs } from 'highs';
import { candidateBatches } from './batches';
import { greedyPlan } from './greedy';
import { readPlan, stockingModel, type MipModel } from './model';
import type { Batch, PlannerInput, StockingPlan } from './types';

export interface PlanProgress {
  plan: StockingPlan;
  /** Proven: no plan of this model costs less, minor units. */
  boundMinor: number;
  /** (cost − bound) / cost; 0 when proven best. */
  gap: number;
  seconds: number;
  by: 'rules' | 'solver';
}

export interface SolveLimits {
  seconds: number;
  /** Stops when the proven gap is this small. */
  gap: number;
}

const MIP_IMPROVING = 4;
const MIP_LOGGING = 5;

/**
 * Plans stockings and harvests. Reports the plan by hand rules first, then every better one the solver finds, then
 * the last with its proven bound. Blocks its thread: call it in a worker; to stop it, end the worker and keep the last report.
 */
export function solveStocking(
  highs: Highs,
  input: PlannerInput,
  limits: SolveLimits,
  report: (progress: PlanProgress) => void,
  clock: () => number,
): PlanProgress {
  const began = clock();
  const seconds = () => (clock() - began) / 1000;
  const batches = candidateBatches(input);
  const mip = stockingModel(input, batches);
  const start = greedyPlan(input, batches, mip);
  const plan = readPlan(batches, mip, start);
  let best: PlanProgress = { plan, boundMinor: 0, gap: plan.costMinor > 0 ? 1 : 0, seconds: seconds(), by: 'rules' };
  report(best);
  let bound = 0;
  const better = (values: ArrayLike<number>) => {
    const found = readPlan(batches, mip, values);
    if (found.costMinor >= best.plan.costMinor - 1e-6) return;
    best = { ...best, plan: found, by: 'solver' };
  };
  const tell = () => {
    const cost = best.plan.costMinor;
    best = { ...best, boundMinor: bound, gap: cost > 0 ? Math.max(0, (cost - bound) / cost) : 0, seconds: seconds() };
    report(best);
  };
  const heard = (data: { mip_dual_bound?: number; mip_solution?: Float64Array }) => {
    bound = Math.max(bound, data.mip_dual_bound ?? 0);
    if (data.mip_solution) better(data.mip_solution);
    tell();
    return undefined;
  };
  const whole = Math.max(0.1, (limits.seconds - seconds()) * WHOLE_SHARE);
  highs.withModel(highsData(mip), (model) => {
    model.options.set({ output_flag: false, time_limit: whole, mip_rel_gap: limits.gap, mip_min_logging_interval: 0.5 });
    model.setSolution({ indices: Int32Array.from(batches.keys()), values: start.slice(0, batches.length) });
    model.run({ [MIP_IMPROVING]: (event) => heard(event.data), [MIP_LOGGING]: (event) => heard(event.data) });
    bound = Math.max(bound, model.info.get('mip_dual_bound') as number);
    if (Number.isFinite(model.getObjectiveValue())) better(model.getSolution().colValue);
  }); // prettier-ignore
  tell();
  let idle = 0;
  for (let turn = 0; idle < PATIENCE && best.gap > limits.gap && limits.seconds - seconds() > LEAST_SEARCH_S; turn++) {
    const before = best.plan.costMinor;
    const free = neighbourhood(batches, input.weeks, turn);
    const columns = valuesOf(best.plan, batches);
    highs.withModel(highsData(mip, batches, columns, free), (model) => {
      model.options.set({ output_flag: false, time_limit: Math.min(SEARCH_S, limits.seconds - seconds()), mip_rel_gap: limits.gap });
      model.setSolution({ indices: Int32Array.from(batches.keys()), values: columns });
      model.run();
      if (Number.isFinite(model.getObjectiveValue())) better(model.getSolution().colValue);
    });
    idle = best.plan.costMinor < before ? 0 : idle + 1;
    tell();
  }
  return best;
} // prettier-ignore

/** Part of the time in which the whole problem is searched and the bound is proven; the rest betters the plan piece by piece. */
const WHOLE_SHARE = 0.55;
/** So many pieces in a row without a better plan, and the search ends. */
const PATIENCE = 24;
/** Longest search of one piece, and the least time for which one is begun, s. */
const SEARCH_S = 5;
const LEAST_SEARCH_S = 0.5;

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

function valuesOf(plan: StockingPlan, batches: readonly Batch[]): Float64Array {
  const tanks = new Map(plan.batches.map((p) => [p.batch, p.tanks]));
  return Float64Array.from(batches, (b) => tanks.get(b) ?? 0);
}

/** @param free candidates that may change; the others are held at their values */
function highsData(model: MipModel, batches: readonly Batch[] = [], values?: Float64Array, free?: readonly boolean[]) {
  const starts = new Int32Array(model.rows.length + 1);
  model.rows.forEach((row, i) => (starts[i + 1] = starts[i]! + row.columns.length));
  const [numCols, numRows] = [model.cost.length, model.rows.length];
  const held = (c: number) => values !== undefined && c < batches.length && !free![c];
  return {
    numCols,
    numRows,
    colCost: Float64Array.from(model.cost),
    colLower: Float64Array.from(model.upper, (_, c) => (held(c) ? values![c]! : 0)),
    colUpper: Float64Array.from(model.upper, (upper, c) => (held(c) ? values![c]! : upper)),
    rowLower: Float64Array.from(model.rowLower),
    rowUpper: Float64Array.from(model.rowUpper),
    matrix: {
      format: 'csr' as const,
      numCols,
      numRows,
      starts,
      indices: Int32Array.from(model.rows.flatMap((r) => r.columns)),
      values: Float64Array.from(model.rows.flatMap((r) => r.values)),
    },
    integrality: Int32Array.from(model.integer.map(Number)) as Int32Array,
  };
}
