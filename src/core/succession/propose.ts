import type { Highs } from 'highs';
import { sowingCode } from '../crops/gaps';
import type { FarmFacts } from '../facts/farm';
import type { PlanStep } from '../facts/step';
import type { Day } from '../quantity/days';
import type { UnitChoice } from '../quantity/units';
import type { SearchLimits } from '../solver/budget';
import { draftOf, type SuccessionDraft } from './draft';
import { lackingWishes, shortages } from './limits';
import { successionOutcome, type Met, type Together } from './outcome';
import { successionProblem } from './problem';
import { limitCosts, type LimitCost } from './limitCosts';
import { solveSuccession, type SuccessionProgress } from './solve';
import type { LimitKind, SuccessionPlan, SuccessionTarget } from './types';

export interface SuccessionProposal {
  progress: Omit<SuccessionProgress, 'plan'>;
  draft: SuccessionDraft;
  met: Met[];
  together: Together[];
  /** What stays short and why, in words. */
  short: string[];
  /** What each limit costs over the weeks, the dearest first; null: not reckoned yet. */
  limits: LimitCost[] | null;
  /** What is met at list prices, and what work and seed for it cost, minor units. */
  worthMinor: number;
  costMinor: number;
  /** Sowings that were weighed. */
  ways: number;
}

export interface SuccessionQuestion {
  facts: FarmFacts;
  plan: PlanStep[];
  target: SuccessionTarget;
  limits: SearchLimits;
  units: UnitChoice;
}

interface Means {
  highs: Highs;
  newId: () => string;
  clock: () => number;
}

/** Longest time between two reports of an unchanged plan, ms. */
const REPORT_MS = 700;

/**
 * Proposes sowings with all that follows from them, fish held as they are planned, and what each limit costs.
 * @throws {RuleBroken} when it cannot be planned with
 */
export function proposeSuccession(
  question: SuccessionQuestion,
  means: Means,
  report: (proposal: SuccessionProposal) => void,
): SuccessionProposal {
  const { proposal, limitsCost } = searchSuccession(question, means, report);
  return { ...proposal, limits: limitsCost() };
}

interface Searched {
  /** The best plan found, with nothing said yet of its limits. */
  proposal: SuccessionProposal;
  /** Searches on without each limit in turn. */
  limitsCost: () => LimitCost[];
}

/** The search of a proposal alone. @throws {RuleBroken} when it cannot be planned with */
export function searchSuccession(
  question: SuccessionQuestion,
  means: Means,
  report: (proposal: SuccessionProposal) => void,
): Searched {
  const { facts, plan, target, limits, units } = question;
  const problem = successionProblem(facts, plan, target);
  const { input } = problem;
  const state = (progress: SuccessionProgress): SuccessionProposal => {
    const { plan: solved, ...rest } = progress;
    const { newId } = means;
    const draft = draftOf({ facts, input, sowings: solved.sowings, newId, codeFor: codeMaker(facts, plan) });
    const { met, together } = successionOutcome({ facts, plan, problem, draft });
    return {
      progress: rest,
      draft,
      met,
      together,
      short: [...lackingWishes(facts, target), ...shortages({ input, sowings: solved.sowings, met, units })],
      limits: null,
      worthMinor: worthOf(met, facts),
      costMinor: solved.sowings.reduce((sum, { way, plants }) => sum + way.eachTimeMinor + way.plantMinor * plants, 0),
      ways: input.ways.length,
    };
  };
  let last: SuccessionPlan | null = null;
  let told = 0;
  const end = solveSuccession({
    highs: means.highs,
    input,
    limits,
    report: (progress) => {
      if (progress.plan === last && progress.seconds * 1000 - told < REPORT_MS) return;
      [last, told] = [progress.plan, progress.seconds * 1000];
      report(state(progress));
    },
    clock: means.clock,
  });
  return {
    proposal: state(end),
    limitsCost: () =>
      limitCosts({
        ...{ highs: means.highs, clock: means.clock, input, limits, kinds: kindsOf(target) },
        ...{ plan: end.plan, isBest: end.gap < PROVEN },
      }),
  };
}

/** A gap below this is what numbers are rounded to. */
const PROVEN = 1e-4;

/** Limits that were set, and those that every farm has. */
function kindsOf(target: SuccessionTarget): LimitKind[] {
  return [
    'beds',
    'bench',
    ...(target.labourHoursWeek === null ? [] : (['labour'] as const)),
    ...(target.holdNutrients ? (['nutrients'] as const) : []),
    ...(target.mostShare === null ? [] : (['share'] as const)),
    'neighbours',
  ];
}

function worthOf(met: readonly Met[], facts: FarmFacts): number {
  return met.reduce((sum, { productCode, wanted, short }) => {
    const product = facts.products.find((p) => p.code === productCode)!;
    const had = wanted - short.reduce((a, b) => a + b, 0);
    return sum + (product.unit === 'kg' ? had / 1000 : had) * product.priceMinor;
  }, 0);
}

/** A code for each sowing: the crop and its day, with a letter where that is taken. */
function codeMaker(facts: FarmFacts, plan: readonly PlanStep[]) {
  const taken = new Set([...facts.plantings.map((p) => p.lotCode), ...plan.map((s) => s.lotCode)]);
  return (cropCode: string, sowDay: Day) => {
    const code = sowingCode(cropCode, sowDay);
    let free = code;
    for (let n = 2; taken.has(free); n++) free = `${code}-${n}`;
    taken.add(free);
    return free;
  };
}
