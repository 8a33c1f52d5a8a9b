import * as Comlink from 'comlink';
import loadHighs from 'highs';
import { candidateBatches } from '../core/stocking/batches';
import { draftOf, type StockingDraft } from '../core/stocking/draft';
import { draftOutcome, type BatchOutcome } from '../core/stocking/outcome';
import { bindingLimits, crowdedWeeks, type Binding } from '../core/stocking/limits';
import { stockingProblem, type StockingTarget } from '../core/stocking/problem';
import { solveStocking, type PlanProgress, type SolveLimits } from '../core/stocking/solve';
import type { PlannerInput, Shortage, StockingPlan } from '../core/stocking/types';
import type { UnitChoice } from '../core/quantity/units';
import { lotPrefixes } from '../core/library/lotPrefix';
import type { FarmFacts, PlanStep } from '../core/plan/types';

export interface Answer {
  progress: Omit<PlanProgress, 'plan'>;
  draft: StockingDraft;
  /** What each line of the draft brings, by the forecast of the plan with the draft kept. */
  brings: BatchOutcome[];
  bindings: Binding[];
  /** Where the kept plan itself asks for more tanks than there are. */
  crowded: string[];
  costMinor: number;
  /** What is wanted beyond the kept plan, and what of it stays short. */
  wanted: { speciesCode: string; kg: number; shortKg: number; fromG: number | null; counted: boolean }[];
  candidates: number;
}

export interface Question {
  facts: FarmFacts;
  plan: PlanStep[];
  target: StockingTarget;
  limits: SolveLimits;
  /** The answer is worded in these. */
  units: UnitChoice;
  takenCodes: string[];
}

/** Longest time between two reports of an unchanged plan, ms. */
const REPORT_MS = 700;

const api = {
  async solve(
    { facts, plan, target, limits, units, takenCodes }: Question,
    onAnswer: (answer: Answer) => void,
  ): Promise<Answer | { refused: string }> {
    try {
      const problem = stockingProblem(facts, plan, target);
      const batches = candidateBatches(problem.input);
      const say = (progress: PlanProgress): Answer => {
        const { plan: solved, ...rest } = progress;
        const draft = draftOf(facts, problem, solved, () => crypto.randomUUID(), codeMaker(facts, takenCodes));
        const outcome = draftOutcome(facts, plan, problem, draft);
        return {
          progress: rest,
          candidates: batches.length,
          wanted: wantedOf(problem.input, outcome.short),
          costMinor: solved.costMinor,
          draft,
          brings: outcome.batches,
          bindings: bindingLimits(problem.input, batches, { ...solved, short: outcome.short }, units),
          crowded: crowdedWeeks(problem.input, solved),
        };
      };
      let last: StockingPlan | null = null;
      let told = 0;
      const highs = await loadHighs({ locateFile: () => new URL('highs/runtime', import.meta.url).href });
      const end = solveStocking(
        highs,
        problem.input,
        limits,
        (progress) => {
          if (progress.plan === last && progress.seconds * 1000 - told < REPORT_MS) return;
          [last, told] = [progress.plan, progress.seconds * 1000];
          onAnswer(say(progress));
        },
        () => performance.now(),
      );
      return say(end);
    } catch (error) {
      return { refused: (error as Error).message };
    }
  },
};

function wantedOf({ demand, harvestOn }: PlannerInput, short: readonly Shortage[]): Answer['wanted'] {
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

export type PlannerApi = typeof api;

Comlink.expose(api);
