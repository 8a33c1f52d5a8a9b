import { serveDemands } from '../market/promise';
import { promiseTable, shortInMain } from '../market/promiseTable';
import { applyChanges } from '../plan/changes';
import { forecastFarm } from '../plan/forecast';
import { DEFAULT_SETTINGS } from '../plan/settings';
import { type FarmFacts } from '../facts/farm';
import { type FarmForecast } from '../facts/forecast';
import { type PlanStep } from '../facts/step';
import { balanceSeries, bandOf } from '../water/loopBalance';
import type { SuccessionDraft } from './draft';
import type { SuccessionProblem } from './problem';
import type { SuccessionInput } from './types';

/** What of a product is wanted beyond the kept plan, and what the draft leaves short, by wanted day; g or pieces. */
export interface Met {
  productCode: string;
  wanted: number;
  short: number[];
  /** What the draft brings in all, and what of it nobody has asked for. */
  brings: number;
  spare: number;
}

/** How a loop's fish and plants go together, fish held as they are planned: weeks outside its band, with the draft and without. */
export interface Together {
  loopId: string;
  /** Weeks from the first planned one in which its plants go hungry, and the leanest figure of each. */
  hungry: { week: number; value: number }[];
  /** The same without the draft. */
  hungryBefore: number;
  /** Weeks in which fish give more than the plants take. */
  rich: number;
  richBefore: number;
}

export interface SuccessionOutcome {
  forecast: FarmForecast;
  met: Met[];
  together: Together[];
}

interface OutcomeArgs {
  facts: FarmFacts;
  plan: readonly PlanStep[];
  problem: SuccessionProblem;
  draft: SuccessionDraft;
}

/** What a draft brings, by the forecast of the plan as it would be with the draft kept: what Season and Market will show. */
export function successionOutcome({ facts, plan, problem, draft }: OutcomeArgs): SuccessionOutcome {
  const { input } = problem;
  const kept = applyChanges(plan, [{ change: 'add', steps: draft.steps }], facts.today);
  const forecast = forecastFarm(facts, kept, { ...DEFAULT_SETTINGS, horizonDays: input.days });
  const { products, promises } = facts;
  const promise = shortInMain(promiseTable({ forecast, products, promises, weeks: input.weeks + 1 }));
  const shortLines = new Map(
    promise.flatMap((row) => row.weeks.flatMap((w) => w.shortLines.map((l) => [l.lineId, l.quantity] as const))),
  );
  const own = new Set(draft.steps.map((s) => s.id));
  const met = input.demand.map(({ product, points }): Met => {
    const batches = forecast.supply.filter((s) => s.productCode === product.code && s.stepId && own.has(s.stepId));
    const wanted = points.map((p, t) => ({ id: String(t), at: p.at, quantity: p.quantity }));
    const served = serveDemands(batches, wanted);
    return {
      productCode: product.code,
      wanted: points.reduce((sum, p) => sum + p.quantity, 0),
      // A promised delivery is short by what Market will say.
      short: points.map((p, t) => {
        const quantity = p.lineId ? (shortLines.get(p.lineId) ?? 0) : (served.short.get(String(t)) ?? 0);
        return quantity < (product.unit === 'kg' ? LEAST_G : 1) ? 0 : quantity;
      }),
      brings: batches.reduce((sum, b) => sum + b.quantity, 0),
      spare: served.left.reduce((sum, q) => sum + q, 0),
    };
  });
  return { forecast, met, together: togetherOf(facts, problem, forecast) };
}

/** Less is no shortage: whole plants are a little more or less than their grams. */
const LEAST_G = 100;

function togetherOf(facts: FarmFacts, { input, forecast }: SuccessionProblem, after: FarmForecast): Together[] {
  const loops = facts.loops.filter((loop, l) => loop.kind !== 'bench' && input.groups.some((g) => g.loop === l));
  return loops.map((loop) => {
    const [low, high] = bandOf(loop);
    const weeksOf = (f: FarmForecast) => weekMeans(balanceSeries(f, loop), input);
    const [was, is] = [weeksOf(forecast), weeksOf(after)];
    return {
      loopId: loop.id,
      hungry: is.flatMap((value, week) => (value < low - HARDLY ? [{ week, value }] : [])),
      hungryBefore: was.filter((v) => v < low - HARDLY).length,
      rich: is.filter((v) => v > high + HARDLY).length,
      richBefore: was.filter((v) => v > high + HARDLY).length,
    };
  });
}

/** A week that misses its band by less than this is within it. */
const HARDLY = 0.5;

/** Means of the days on which anything is planted; NaN: nothing is. */
function weekMeans(series: readonly number[], { offset, weeks }: SuccessionInput): number[] {
  return Array.from({ length: weeks }, (_, w) => {
    const days = series.slice(offset + w * 7, offset + w * 7 + 7).filter((v) => !Number.isNaN(v));
    return days.length === 0 ? NaN : days.reduce((a, b) => a + b, 0) / days.length;
  });
}
