import type { Highs } from 'highs';
import type { SearchLimits } from '../solver/budget';
import { successionModel } from './model';
import { relax, solveSuccession } from './solve';
import type { LimitKind, SuccessionInput, SuccessionPlan } from './types';

/** What would come in more without one limit, minor units. */
export interface LimitCost {
  kind: LimitKind;
  /** By a whole plan that was found without it. */
  savedMinor: number;
  /** Proven: no plan without it would bring more than this. */
  mostMinor: number;
}

interface LimitCostsArgs {
  highs: Highs;
  input: SuccessionInput;
  /** The plan proposed, and whether nothing better keeps all limits. */
  plan: SuccessionPlan;
  isBest: boolean;
  kinds: readonly LimitKind[];
  limits: SearchLimits;
  clock: () => number;
}

/** Longest search without one limit, s. */
const LIMIT_S = 5;
/** A limit that costs a smaller share of the plan than this is not named. */
const LEAST_SHARE = 1e-3;

/**
 * What each limit costs: the plan proposed, against whole plans searched with that limit left out.
 * @returns the dearest limit first; limits that cost nothing are left out
 */
export function limitCosts({ highs, input, plan, isBest, kinds, limits, clock }: LimitCostsArgs): LimitCost[] {
  const least = LEAST_SHARE * plan.costMinor;
  // Bounded by work, a relaxation is solved to its end.
  const bound = limits.nodes === undefined ? { time_limit: LIMIT_S } : {};
  const relaxed = (asked: SuccessionInput) => relax(highs, successionModel(asked), bound).boundMinor;
  const base = relaxed(input);
  const without = (kind: LimitKind): LimitCost => {
    const asked = { ...input, lifted: new Set([kind]) };
    const open = relaxed(asked);
    const none = { kind, savedMinor: 0, mostMinor: 0 };
    const binds = base === undefined || open === undefined || base - open > least;
    // What a plan that is not the best one misses is the search's doing, not the limit's.
    if ((!isBest && !binds) || (open !== undefined && plan.costMinor - open <= least)) return none;
    const within = { ...limits, seconds: Math.min(limits.seconds, LIMIT_S) };
    const found = solveSuccession({
      ...{ highs, input: asked, limits: within, start: plan.sowings, clock },
      report: () => undefined,
    });
    const savedMinor = plan.costMinor - found.plan.costMinor;
    if (!binds && savedMinor <= least) return none;
    return { kind, savedMinor, mostMinor: plan.costMinor - (found.boundMinor ?? open ?? found.plan.costMinor) };
  };
  return kinds
    .map(without)
    .filter((l) => l.mostMinor > least)
    .sort((a, b) => b.savedMinor - a.savedMinor || b.mostMinor - a.mostMinor);
}
