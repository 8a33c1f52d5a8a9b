import { promiseTable, shortInMain, type PromiseRow } from '../market/promiseTable';
import { applyChanges } from '../plan/changes';
import { forecastFarm } from '../plan/forecast';
import { DEFAULT_SETTINGS } from '../plan/settings';
import { type FarmFacts } from '../facts/farm';
import { type FarmForecast } from '../facts/forecast';
import { type PlanStep } from '../facts/step';
import { addDays, daysBetween, type Day } from '../quantity/days';
import type { StockingDraft } from './draft';
import { weekServedBy } from './harvestDay';
import { serveWeeks } from './model';
import { horizonOf, type StockingProblem } from './problem';
import type { Demand, Shortage } from './types';

/** What one planned batch brings by the forecast of the kept draft. */
export interface BatchOutcome {
  kg: number;
  harvests: { day: Day; kg: number; count: number; meanG: number }[];
}

/**
 * What a draft brings, from the forecast of the plan as it would be with the draft kept and its promise table: the figures
 * Season and Market will show, and no others.
 */
export interface DraftOutcome {
  forecast: FarmForecast;
  promise: PromiseRow[];
  /** Of what is wanted beyond the kept plan: what stays short, kg against the order. */
  short: Shortage[];
  /** In the order of the draft's lines. */
  batches: BatchOutcome[];
}

interface DraftOutcomeArgs {
  facts: FarmFacts;
  plan: readonly PlanStep[];
  problem: StockingProblem;
  draft: StockingDraft;
}

export function draftOutcome({ facts, plan, problem, draft }: DraftOutcomeArgs): DraftOutcome {
  const { input, offset } = problem;
  const kept = applyChanges(plan, [{ change: 'add', steps: draft.steps }], facts.today);
  const forecast = forecastFarm(facts, kept, { ...DEFAULT_SETTINGS, horizonDays: horizonOf(offset, input.weeks) });
  const promise = promiseTable({
    forecast,
    products: facts.products,
    promises: facts.promises,
    weeks: input.weeks + 1,
  });
  const bringsOf = new Map(forecast.supply.map((s) => [s.stepId, s]));
  const batches = draft.lines.map(({ harvestIds, batch }): BatchOutcome => {
    const species = facts.species.find((s) => s.code === batch.speciesCode)!;
    const harvests = harvestIds.flatMap((id) => {
      const supply = bringsOf.get(id);
      const product = facts.products.find((p) => p.code === supply?.productCode);
      if (!supply || product?.speciesCode !== species.code) return [];
      const step = draft.steps.find((s) => s.id === id)!;
      const count = supply.count ?? step.count;
      const kg = product.unit === 'kg' ? supply.quantity / 1000 : 0;
      return [{ day: addDays(facts.today, supply.from), kg, count, meanG: count > 0 ? (kg * 1000) / count : 0 }];
    });
    return { kg: harvests.reduce((sum, h) => sum + h.kg, 0), harvests };
  });
  const short = input.demand.flatMap((demand) => shortOf({ problem, demand, facts, promise, draft, batches }));
  return { forecast, promise, short, batches };
}

interface ShortOfArgs {
  problem: StockingProblem;
  demand: Demand;
  facts: FarmFacts;
  promise: readonly PromiseRow[];
  draft: StockingDraft;
  batches: readonly BatchOutcome[];
}

function shortOf({ problem, demand, facts, promise, draft, batches }: ShortOfArgs): Shortage[] {
  const { input } = problem;
  const { speciesCode, fromG, counted, wishKg } = demand;
  const sizeG = fromG ?? facts.species.find((s) => s.code === speciesCode)?.marketG?.[0] ?? 0;
  const brought = Array<number>(input.weeks).fill(0);
  draft.lines.forEach(({ batch }, i) => {
    if (batch.speciesCode !== speciesCode) return;
    for (const h of batches[i]!.harvests) {
      const week = Math.floor(daysBetween(input.firstDay, h.day) / 7);
      if (week >= 0 && week < input.weeks) brought[week]! += counted ? (h.count * sizeG) / 1000 : h.kg;
    }
  });
  const served = serveWeeks(demand.kgByWeek, brought, demand.fromWeekBefore);
  // What is brought goes to promised deliveries first, and those are short by what Market will say.
  const missing = served.map(({ shortKg }, week) => Math.min(shortKg, wishKg[week]!));
  let beforeKg = 0;
  if (demand.lines.length > 0) {
    const row = shortInMain(promise).find((r) => r.product.speciesCode === speciesCode && !r.product.liveCm);
    for (const line of row?.weeks.slice(1).flatMap((w) => w.shortLines) ?? []) {
      const week = weekServedBy(daysBetween(input.firstDay, line.day), input.harvestOn);
      if (week < 0) beforeKg += line.quantity / 1000;
      else if (week < input.weeks) missing[week]! += line.quantity / 1000;
    }
  }
  const before = beforeKg > LEAST_KG ? [{ speciesCode, week: -1, kg: beforeKg }] : [];
  return [...before, ...missing.flatMap((kg, week) => (kg > LEAST_KG ? [{ speciesCode, week, kg }] : []))];
}

/** Less is no shortage: whole fish are a little more or less than their kilograms. */
const LEAST_KG = 0.05;
