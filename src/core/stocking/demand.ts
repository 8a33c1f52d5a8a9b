import { sellDays } from '../market/useBy';
import { promiseTable, shortInMain, type PromiseRow } from '../market/promiseTable';
import type { FarmFacts } from '../facts/farm';
import type { PlanStep } from '../facts/step';
import type { FarmForecast } from '../facts/forecast';
import { addDays, addMonths, daysBetween, type Day } from '../quantity/days';
import { weekServedBy } from './harvestDay';
import type { Demand, PlannerCosts } from './types';

interface DemandOfArgs {
  facts: FarmFacts;
  plan: readonly PlanStep[];
  forecast: FarmForecast;
  target: StockingTarget;
  offset: number;
  harvestOn: number;
}

export function demandOf({ facts, plan, forecast, target, offset, harvestOn }: DemandOfArgs): Demand[] {
  const weeks = target.weeks + 1;
  const table = shortInMain(promiseTable({ forecast, products: facts.products, promises: facts.promises, weeks }));
  return target.species.map((wish) => {
    const { code, amount, counted, fromG, fromWeek, untilWeek } = wish;
    const row = table.find((r) => r.product.speciesCode === code && !r.product.liveCm);
    const weeks = row?.weeks.slice(1) ?? [];
    const keepsDays = row ? sellDays(row.product) : 0;
    const byWeek = (kgOf: (week: number) => number) => Array.from({ length: target.weeks }, (_, w) => kgOf(w));
    const monday = addDays(facts.today, offset);
    const inSeason = (week: number) => week >= fromWeek && week < untilWeek && isDueIn(wish, week, monday);
    const expectedKg = (week: number) => (weeks[week]?.expected ?? 0) / 1000;
    const fromWeekBefore = byWeek(() => 0).map(() => keepsDays >= 7);
    if (target.by === 'steady') {
      const sizeG = fromG ?? facts.species.find((s) => s.code === code)?.marketG?.[0] ?? 0;
      const wantedKg = counted ? (amount * sizeG) / 1000 : amount;
      const comesKg = counted
        ? (w: number) => (harvestedOf({ facts, plan, speciesCode: code, dayIndex: offset + w * 7 }) * sizeG) / 1000
        : expectedKg;
      const kgByWeek = byWeek((w) => (inSeason(w) ? Math.max(0, wantedKg - comesKg(w)) : 0));
      return { speciesCode: code, fromG, counted, kgByWeek, fromWeekBefore, lines: [] };
    }
    const promised = weeks.map((w) => w.promised / 1000);
    const last = promised.findLastIndex((kg) => kg > 0);
    const usual = last < 0 ? amount : promised.slice(0, last + 1).reduce((sum, kg) => sum + kg, 0) / (last + 1);
    const kgByWeek = byWeek((w) => (w > last && inSeason(w) ? Math.max(0, (amount || usual) - expectedKg(w)) : 0));
    const lines = row ? shortLines(row, offset) : [];
    for (const { at, kg } of lines) {
      const week = weekServedBy(at, harvestOn);
      if (week < 0 || week >= target.weeks) continue;
      kgByWeek[week]! += kg;
      // What was packed a week earlier must still be good on the day of delivery.
      if (keepsDays < at - (week - 1) * 7 - harvestOn) fromWeekBefore[week] = false;
    }
    return { speciesCode: code, fromG, counted: false, kgByWeek, fromWeekBefore, lines };
  });
}

/** Whether a wish of every so many weeks or months falls into a week. */
function isDueIn({ every, fromWeek }: SpeciesTarget, week: number, monday: Day): boolean {
  if (!every) return true;
  if (every.unit === 'week') return (week - fromWeek) % every.n === 0;
  const first = addDays(monday, fromWeek * 7);
  const [from, until] = [week * 7, week * 7 + 7];
  for (let k = 0; ; k += every.n) {
    const at = daysBetween(monday, addMonths(first, k));
    if (at >= until) return false;
    if (at >= from) return true;
  }
}

/** Deliveries that the kept plan leaves short, from the plan's first day on, kg. */
function shortLines(row: PromiseRow, offset: number): { at: number; kg: number }[] {
  const firstDay = addDays(row.weeks[0]!.weekStart, 7);
  return row.weeks
    .slice(1)
    .flatMap((week) => week.shortLines)
    .map((line) => ({ at: daysBetween(firstDay, line.day), kg: line.quantity / 1000 }))
    .filter((line) => line.at >= -offset);
}

interface HarvestedOfArgs {
  facts: FarmFacts;
  plan: readonly PlanStep[];
  speciesCode: string;
  dayIndex: number;
}

/** Fish of a species that the kept plan harvests in the week beginning on a day index. */
function harvestedOf({ facts, plan, speciesCode, dayIndex }: HarvestedOfArgs): number {
  const [from, until] = [addDays(facts.today, dayIndex), addDays(facts.today, dayIndex + 7)];
  return plan
    .filter((s) => s.kind === 'harvest' && s.speciesCode === speciesCode && s.day >= from && s.day < until)
    .reduce((sum, s) => sum + (s.count ?? 0), 0);
}

/** What a manager asks of the planner. */
export interface StockingTarget {
  weeks: number;
  /** `orders`: what is promised, going on as now when the orders end. `steady`: so much every week of a season. */
  by: 'orders' | 'steady';
  species: SpeciesTarget[];
  costs: PlannerCosts;
  /** Harvests that stand may be planned anew when something is short with them. */
  moveHarvests?: boolean;
}

export interface SpeciesTarget {
  code: string;
  /** Each time, kg or fish: every week unless said. */
  amount: number;
  /** `steady`: so much every so many weeks or months from the first week it is wanted in. */
  every?: { n: number; unit: 'week' | 'month' };
  counted: boolean;
  /** Smallest fish wanted, g; null: from the species' market size on. */
  fromG: number | null;
  /** First week it is wanted in, and the first in which it is not any more. */
  fromWeek: number;
  untilWeek: number;
  fingerlingSizesG: number[];
}
