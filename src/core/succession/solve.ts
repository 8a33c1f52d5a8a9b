import type { Highs } from 'highs';
import { MIP_IMPROVING, MIP_LOGGING, modelData } from '../solver/mip';
import { wholePlants } from './book';
import { nothingMetMinor, planOf } from './evaluate';
import { greedyPlan } from './greedy';
import { successionModel, type SuccessionModel } from './model';
import type { LimitKind, SuccessionInput, SuccessionPlan } from './types';

export interface SuccessionProgress {
  plan: SuccessionPlan;
  /** Proven: no choice of the sowings weighed costs less, minor units; null while nothing is proven. */
  boundMinor: number | null;
  /** What the plan could be worth more at most, as a share of the most it could be worth; 0 when proven best. */
  gap: number;
  seconds: number;
  by: 'rules' | 'solver';
}

interface SolveArgs {
  highs: Highs;
  input: SuccessionInput;
  limits: { seconds: number; gap: number };
  report: (progress: SuccessionProgress) => void;
  clock: () => number;
}

/**
 * Plans sowings. Reports the plan by hand rules first, then every better one the solver finds, then the last with its proven
 * bound. Blocks its thread: call it in a worker; to stop it, end the worker and keep the last report.
 */
export function solveSuccession({ highs, input, limits, report, clock }: SolveArgs): SuccessionProgress {
  const began = clock();
  const seconds = () => (clock() - began) / 1000;
  const worst = nothingMetMinor(input);
  let best: SuccessionProgress = {
    plan: planOf(input, wholePlants(input, greedyPlan(input))),
    boundMinor: null,
    gap: 1,
    seconds: 0,
    by: 'rules',
  };
  const tell = () => {
    const { boundMinor, plan } = best;
    const mostWorth = worst - (boundMinor ?? 0);
    const gap = boundMinor === null ? 1 : mostWorth > 0 ? Math.max(0, (plan.costMinor - boundMinor) / mostWorth) : 0;
    best = { ...best, gap, seconds: seconds() };
    report(best);
  };
  tell();
  const model = successionModel(input);
  if (model.ways.length === 0) {
    best = { ...best, boundMinor: best.plan.costMinor, gap: 0 };
    tell();
    return best;
  }
  const better = (values: ArrayLike<number>) => {
    const found = planOf(input, wholePlants(input, chosen(model, values)));
    if (found.costMinor < best.plan.costMinor - 1e-6) best = { ...best, plan: found, by: 'solver' };
  };
  const prove = (bound: number | undefined) => {
    if (bound !== undefined && Number.isFinite(bound)) best.boundMinor = Math.max(best.boundMinor ?? -Infinity, bound);
  };
  highs.withModel(modelData(model, model.columns), (mip) => {
    mip.options.set({
      output_flag: false,
      time_limit: Math.max(1, limits.seconds - seconds()),
      mip_rel_gap: limits.gap / 2,
      mip_min_logging_interval: 0.5,
    });
    mip.setSolution(startOf(model, best.plan));
    const on = (data: { mip_dual_bound?: number; mip_solution?: Float64Array }) => {
      if (data.mip_solution) better(data.mip_solution);
      prove(data.mip_dual_bound);
      tell();
      return undefined;
    };
    mip.run({ [MIP_IMPROVING]: (event) => on(event.data), [MIP_LOGGING]: (event) => on(event.data) });
    if (Number.isFinite(mip.getObjectiveValue())) better(mip.getSolution().colValue);
    prove(mip.info.get('mip_dual_bound') as number);
  });
  tell();
  return best;
}

function chosen({ ways }: SuccessionModel, values: ArrayLike<number>) {
  return ways.map((way, w) => ({ way, plants: values[w]! })).filter((p) => p.plants >= 0.5);
}

/** The plan as the solver's start: how many of each way, and that it is sown. */
function startOf({ ways, most }: SuccessionModel, plan: SuccessionPlan) {
  const plants = new Map(plan.sowings.map((s) => [s.way, s.plants]));
  const values = new Float64Array(ways.length * 2);
  ways.forEach((way, w) => {
    values[w] = Math.min(most[w]!, plants.get(way) ?? 0);
    values[ways.length + w] = plants.has(way) ? 1 : 0;
  });
  return { indices: Int32Array.from(values.keys()), values };
}

/** What the best plan would cost were a limit not there, by the relaxation, minor units. */
export function costWithout(highs: Highs, input: SuccessionInput, lifted: readonly LimitKind[]): number {
  const model = successionModel(input, new Set(lifted));
  if (model.ways.length === 0) return nothingMetMinor(input);
  return highs.withModel(modelData(model, model.columns.map((c) => ({ ...c, integer: false }))), (lp) => {
    lp.options.set({ output_flag: false, time_limit: 10 });
    lp.run();
    return lp.getObjectiveValue();
  });
}
