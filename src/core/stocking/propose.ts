import type { Highs } from 'highs';
import { lotPrefixes } from '../library/lotPrefix';
import type { FarmFacts } from '../facts/farm';
import type { PlanStep } from '../facts/step';
import type { Day } from '../quantity/days';
import type { UnitChoice } from '../quantity/units';
import { candidateBatches } from './batches';
import { draftOf, type StockingDraft } from './draft';
import { bindingLimits, lackingWishes, crowdedWeeks, type Binding } from './limits';
import { draftOutcome, type BatchOutcome } from './outcome';
import { movableHarvests, stockingProblem, type StockingProblem } from './problem';
import { type StockingTarget } from './demand';
import type { SearchLimits } from '../solver/budget';
import { solveStocking, type PlanProgress } from './solve';
import type { PlannerInput, Shortage, StockingPlan } from './types';

/** A harvest that stands and that the proposal plans anew. */
export interface MovedHarvest {
  groupId: string;
  lotCode: string;
  day: Day;
  count: number;
}

export interface Proposal {
  progress: Omit<PlanProgress, 'plan'>;
  draft: StockingDraft;
  /** Harvests that stand and are planned anew; none: all stay as they are. */
  moved: MovedHarvest[];
  /** What stays short with all harvests where they stand, kg; null while that was not asked or is not known. */
  fixedShortKg: number | null;
  /** What each line of the draft brings, by the forecast of the plan with the draft kept. */
  brings: BatchOutcome[];
  bindings: Binding[];
  /** Where the kept plan itself asks for more tanks than there are. */
  crowded: string[];
  costMinor: number;
  /** What is wanted beyond the plan that stays, and what of it stays short. */
  wanted: { speciesCode: string; kg: number; shortKg: number; fromG: number | null; counted: boolean }[];
  candidates: number;
}

export interface ProposalQuestion {
  facts: FarmFacts;
  plan: PlanStep[];
  target: StockingTarget;
  limits: SearchLimits;
  /** The answer is worded in these. */
  units: UnitChoice;
  takenCodes: string[];
}

interface Means {
  highs: Highs;
  newId: () => string;
  clock: () => number;
}

/** Longest time between two reports of an unchanged plan, ms. */
const REPORT_MS = 700;
/** Part of the time for the plan with all harvests where they stand, when they may be moved. */
const FIXED_SHARE = 0.4;
/** Less is not missed. */
const LEAST_SHORT_KG = 0.5;

/**
 * Proposes stockings, tanks, moves, purges and harvests. Harvests that stand are moved only where the target allows it and less
 * is short with them planned anew. @throws {RuleBroken} when the farm or the target cannot be planned with
 */
export function propose(question: ProposalQuestion, means: Means, report: (proposal: Proposal) => void): Proposal {
  const movable = question.target.moveHarvests ? movableHarvests(question.facts, question.plan, question.target) : [];
  const seconds = question.limits.seconds;
  const first = movable.length > 0 ? seconds * FIXED_SHARE : seconds;
  const fixed = proposeOne({ question, moved: [], seconds: first, means, report });
  const fixedShortKg = shortOf(fixed);
  if (movable.length === 0 || fixedShortKg <= LEAST_SHORT_KG) return fixed;
  const rest = Math.max(2, seconds - fixed.progress.seconds);
  const withBoth = (p: Proposal): Proposal => ({ ...p, fixedShortKg });
  const moved = proposeOne({
    question,
    moved: movable,
    seconds: rest,
    means,
    report: (p) => shortOf(p) < fixedShortKg && report(withBoth(p)),
  });
  return shortOf(moved) < fixedShortKg - LEAST_SHORT_KG ? withBoth(moved) : withBoth(fixed);
}

const shortOf = (p: Proposal) => p.wanted.reduce((sum, w) => sum + w.shortKg, 0);

interface ProposeOneArgs {
  question: ProposalQuestion;
  moved: MovedHarvest[];
  seconds: number;
  means: Means;
  report: (proposal: Proposal) => void;
}

function proposeOne({ question, moved, seconds, means, report }: ProposeOneArgs): Proposal {
  const { facts, target, limits, units, takenCodes } = question;
  const groups = new Set(moved.map((m) => m.groupId));
  const plan = question.plan.filter((s) => !groups.has(s.groupId));
  const problem = stockingProblem(facts, plan, target);
  const batches = candidateBatches(problem.input);
  const state = (progress: PlanProgress): Proposal => {
    const { plan: solved, ...rest } = progress;
    const draft = draftOf({ facts, problem, solved, newId: means.newId, newCode: codeMaker(facts, takenCodes) });
    const outcome = draftOutcome({ facts, plan, problem, draft });
    return {
      progress: rest,
      candidates: batches.length,
      wanted: wantedOf(problem, outcome.short),
      costMinor: solved.costMinor,
      draft,
      moved,
      fixedShortKg: null,
      brings: outcome.batches,
      bindings: [
        ...lackingWishes(facts, target, problem.input.firstDay),
        ...bindingLimits({ input: problem.input, batches, plan: { ...solved, short: outcome.short }, units }),
      ],
      crowded: crowdedWeeks(problem.input, solved),
    };
  };
  let last: StockingPlan | null = null;
  let told = 0;
  const end = solveStocking({
    highs: means.highs,
    input: problem.input,
    limits: { ...limits, seconds },
    report: (progress) => {
      if (progress.plan === last && progress.seconds * 1000 - told < REPORT_MS) return;
      [last, told] = [progress.plan, progress.seconds * 1000];
      report(state(progress));
    },
    clock: means.clock,
  });
  return state(end);
}

function wantedOf({ input }: StockingProblem, short: readonly Shortage[]): Proposal['wanted'] {
  const { demand, harvestOn }: PlannerInput = input;
  const sum = (kgs: number[]) => kgs.reduce((total, kg) => total + kg, 0);
  return demand.map(({ speciesCode, kgByWeek, lines, fromG, counted }) => ({
    speciesCode,
    fromG,
    counted,
    kg: sum(kgByWeek) + sum(lines.filter((l) => l.at < harvestOn).map((l) => l.kg)),
    shortKg: sum(short.filter((s) => s.speciesCode === speciesCode).map((s) => s.kg)),
  }));
}

/** Codes of new lots: the farm's prefix for the species and the next free number. */
function codeMaker(facts: FarmFacts, taken: readonly string[]) {
  const used = new Set([...taken, ...facts.fish.map((f) => f.lotCode)]);
  const prefixes = lotPrefixes(
    facts.species,
    new Map(facts.fish.map((f) => [f.speciesCode, f.lotCode.split('-')[0]!])),
  );
  return (speciesCode: string) => {
    const prefix = prefixes.get(speciesCode);
    const numbers = [...used].filter((c) => c.startsWith(`${prefix}-`)).map((c) => Number(/-(\d+)/.exec(c)?.[1] ?? 0));
    const code = `${prefix}-${Math.max(0, ...numbers) + 1}`;
    used.add(code);
    return code;
  };
}
