import type { Highs } from 'highs';
import { searchBudget, type SearchLimits } from '../solver/budget';
import { Pieces } from '../solver/pieces';
import { MIP_IMPROVING, MIP_LOGGING, modelData } from '../solver/mip';
import { provenGap } from '../solver/provenGap';
import { nothingMetMinor, planOf, wholePlanOf } from './evaluate';
import { greedyPlan } from './greedy';
import { successionModel, type SuccessionModel } from './model';
import type { PlannedSowing, SuccessionInput, SuccessionPlan } from './types';

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
  limits: SearchLimits;
  /** A plan that is known to fit, to begin with. */
  start?: readonly PlannedSowing[];
  report: (progress: SuccessionProgress) => void;
  clock: () => number;
}

/**
 * Plans sowings. Reports the plan by hand rules first, then every better one the solver finds, then the last with its proven
 * bound. Blocks its thread: call it in a worker; to stop it, end the worker and keep the last report.
 */
export function solveSuccession({ highs, input, limits, start, report, clock }: SolveArgs): SuccessionProgress {
  const budget = searchBudget({ limits, pieceS: PIECE_S, clock });
  const { seconds } = budget;
  const worst = nothingMetMinor(input);
  let best: SuccessionProgress = {
    plan: firstPlan(input, start),
    boundMinor: null,
    gap: 1,
    seconds: 0,
    by: 'rules',
  };
  const tell = () => {
    const { boundMinor, plan } = best;
    const gap =
      boundMinor === null ? 1 : provenGap({ costMinor: plan.costMinor, boundMinor, ofMinor: worst - boundMinor });
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
    const found = wholePlanOf(input, chosen(model, values));
    if (found.costMinor < best.plan.costMinor - 1e-6) best = { ...best, plan: found, by: 'solver' };
  };
  const prove = (bound: number | undefined) => {
    if (bound !== undefined && Number.isFinite(bound)) best.boundMinor = Math.max(best.boundMinor ?? -Infinity, bound);
  };
  const search = (bound: object, free: readonly boolean[] | null) =>
    highs.withModel(modelData(model, model.columns, free ? heldAt(model, best.plan, free) : undefined), (mip) => {
      mip.options.set({
        output_flag: false,
        ...bound,
        mip_rel_gap: limits.gap / 4,
        mip_min_logging_interval: 0.5,
      });
      mip.setSolution(startOf(model, best.plan));
      const on = (data: { mip_dual_bound?: number; mip_solution?: Float64Array }) => {
        if (data.mip_solution) better(data.mip_solution);
        if (free) return undefined;
        prove(data.mip_dual_bound);
        tell();
        return undefined;
      };
      mip.run({ [MIP_IMPROVING]: (event) => on(event.data), [MIP_LOGGING]: (event) => on(event.data) });
      if (Number.isFinite(mip.getObjectiveValue())) better(mip.getSolution().colValue);
      if (!free) prove(mip.info.get('mip_dual_bound') as number);
    });
  const relaxed = relax(highs, model, budget.whole);
  prove(relaxed.boundMinor);
  better(relaxed.values);
  tell();
  search(budget.until(WHOLE_SHARE, 1), null);
  tell();
  const pieces = [new Pieces(PRODUCTS_AT_ONCE, input.demand.length), new Pieces(WEEKS_AT_ONCE, input.weeks)];
  const nextPiece = budget.pieces(1);
  for (let turn = 0, idle = 0; idle < PATIENCE && best.gap > limits.gap; turn++) {
    const bound = nextPiece();
    if (!bound) break;
    const [before, began] = [best.plan.costMinor, seconds()];
    const piece = pieces[turn % 2]!;
    const at = piece.next();
    const isFree = model.ways.map((w) => at(turn % 2 === 0 ? w.demand : Math.floor((w.sowAt - input.offset) / 7)));
    search(bound, isFree);
    const isBetter = best.plan.costMinor < before - 1;
    if (!isBetter) piece.fit(budget.shareUsed(began));
    idle = isBetter ? 0 : idle + 1;
    tell();
  }
  return best;
}

/** The cheaper of a plan by hand rules and one that is known. */
function firstPlan(input: SuccessionInput, known: readonly PlannedSowing[] | undefined): SuccessionPlan {
  const byRules = wholePlanOf(input, greedyPlan(input));
  const other = known ? planOf(input, known) : byRules;
  return other.costMinor < byRules.costMinor ? other : byRules;
}

/** The solver's word for a model that is solved. */
const OPTIMAL = 7;

/** All sowings in parts: what it costs is a bound, and what it sows, sown whole, is a good plan. */
export function relax(highs: Highs, model: SuccessionModel, bound: object) {
  const columns = model.columns.map((c) => ({ ...c, integer: false }));
  return highs.withModel(modelData(model, columns), (lp) => {
    lp.options.set({ output_flag: false, solver: 'ipm', ...bound });
    lp.run();
    const solved = lp.getModelStatus() === OPTIMAL;
    return {
      boundMinor: solved ? lp.getObjectiveValue() : undefined,
      values: Float64Array.from(solved ? lp.getSolution().colValue : []),
    };
  });
}

/** Part of the time for the whole problem, which proves the bound; the rest betters the plan piece by piece. */
const WHOLE_SHARE = 0.15;
/** So many pieces in a row without a better plan, and the search ends. */
const PATIENCE = 30;
/** Longest search of one piece, s. */
const PIECE_S = 3;
/** How many products, or weeks of sowing, the first pieces hold. */
const PRODUCTS_AT_ONCE = 2;
const WEEKS_AT_ONCE = 3;
/** What is not free keeps its number and whether it is sown. */
function heldAt(model: SuccessionModel, plan: SuccessionPlan, free: readonly boolean[]) {
  const { values } = startOf(model, plan);
  const n = model.ways.length;
  return (column: number) => (column < 2 * n && !free[column % n] ? values[column] : undefined);
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
