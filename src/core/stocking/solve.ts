import type { Highs } from 'highs';
import { candidateBatches } from './batches';
import { greedyPlan } from './greedy';
import { readPlan, stockingModel, type MipModel } from './model';
import type { PlannerInput, StockingPlan } from './types';

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
  highs.withModel(highsData(mip), (model) => {
    model.options.set({ output_flag: false, time_limit: Math.max(0.1, limits.seconds - seconds()), mip_rel_gap: limits.gap, mip_min_logging_interval: 0.5 });
    model.setSolution({ indices: Int32Array.from(batches.keys()), values: start.slice(0, batches.length) });
    model.run({ [MIP_IMPROVING]: (event) => heard(event.data), [MIP_LOGGING]: (event) => heard(event.data) });
    bound = Math.max(bound, model.info.get('mip_dual_bound') as number);
    if (Number.isFinite(model.getObjectiveValue())) better(model.getSolution().colValue);
  }); // prettier-ignore
  tell();
  return best;
}

function highsData(model: MipModel) {
  const starts = new Int32Array(model.rows.length + 1);
  model.rows.forEach((row, i) => (starts[i + 1] = starts[i]! + row.columns.length));
  const [numCols, numRows] = [model.cost.length, model.rows.length];
  return {
    numCols,
    numRows,
    colCost: Float64Array.from(model.cost),
    colLower: new Float64Array(numCols),
    colUpper: Float64Array.from(model.upper),
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
