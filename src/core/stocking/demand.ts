import { beyondPromised, lastOrderedWeek } from '../market/beyondPromised';
import { sellDays } from '../market/useBy';
import { promiseTable, shortInMain, type PromiseRow } from '../market/promiseTable';
import type { FarmFacts, ProductFact, PromiseFact } from '../facts/farm';
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
    const monday = addDays(facts.today, offset);
    const isWanted = (week: number) => week >= fromWeek && week < untilWeek && isDueIn(wish, week, monday);
    const keepsDays = row ? sellDays(row.product) : 0;
    const own = {
      speciesCode: code,
      fromG,
      counted,
      fromWeekBefore: Array<boolean>(target.weeks).fill(keepsDays >= 7),
    };
    const each = (kgOf: (week: number) => number) => Array.from({ length: target.weeks }, (_, w) => kgOf(w));
    if (target.by === 'steady' && counted) {
      const sizeG = fromG ?? facts.species.find((s) => s.code === code)?.marketG?.[0] ?? 0;
      const missing = (w: number) =>
        (amount ?? 0) - harvestedOf({ facts, plan, speciesCode: code, dayIndex: offset + w * 7 });
      const kgByWeek = each((w) => (isWanted(w) ? (Math.max(0, missing(w)) * sizeG) / 1000 : 0));
      return { ...own, kgByWeek, wishKg: kgByWeek, lines: [] };
    }
    const promised = each((w) => (row?.weeks[w + 1]?.promised ?? 0) / 1000);
    const weekly =
      target.by === 'steady'
        ? steadyWish({ facts, offset, amount: amount ?? 0, promised, isWanted })
        : afterOrders({ facts, amount, promised, isWanted });
    const wishKg = missingKg({ facts, forecast, product: row?.product, offset, wish: weekly });
    const lines = row && target.by === 'orders' ? shortLines(row, offset) : [];
    return withLines({ ...own, kgByWeek: [...wishKg], wishKg, lines }, { harvestOn, keepsDays });
  });
}

interface WishArgs {
  facts: FarmFacts;
  promised: readonly number[];
  isWanted: (week: number) => boolean;
}

/** As much every week: what is promised in those weeks is part of it. */
function steadyWish({ facts, offset, amount, promised, isWanted }: WishArgs & { offset: number; amount: number }) {
  const isPart = ({ day }: PromiseFact) => {
    const week = Math.floor((daysBetween(facts.today, day) - offset) / 7);
    return week >= 0 && week < promised.length && isWanted(week);
  };
  return {
    kgByWeek: promised.map((kg, w) => (isWanted(w) ? Math.max(amount, kg) : 0)),
    promises: facts.promises.filter((p) => !isPart(p)),
  };
}

/** Every order, and so much a week once they have ended. */
function afterOrders({ facts, amount, promised, isWanted }: WishArgs & { amount: number | null }) {
  const last = lastOrderedWeek(promised);
  const usual = last < 0 ? 0 : promised.slice(0, last + 1).reduce((sum, kg) => sum + kg, 0) / (last + 1);
  const kgByWeek = promised.map((kg, w) => (w > last && isWanted(w) ? Math.max(0, (amount ?? usual) - kg) : 0));
  return { kgByWeek, promises: facts.promises };
}

/** Deliveries that are short join the week whose harvest is the last before them. */
function withLines(demand: Demand, { harvestOn, keepsDays }: { harvestOn: number; keepsDays: number }): Demand {
  const { kgByWeek, fromWeekBefore, lines } = demand;
  for (const { at, kg } of lines) {
    const week = weekServedBy(at, harvestOn);
    if (week < 0 || week >= kgByWeek.length) continue;
    kgByWeek[week]! += kg;
    // What was packed a week earlier must still be good on the day of delivery.
    if (keepsDays < at - (week - 1) * 7 - harvestOn) fromWeekBefore[week] = false;
  }
  return demand;
}

interface MissingArgs {
  facts: FarmFacts;
  forecast: FarmForecast;
  product: ProductFact | undefined;
  offset: number;
  wish: { kgByWeek: number[]; promises: readonly PromiseFact[] };
}

/** What of each week's wish a plan does not give, kg: out of what is carried over and ripens, beyond what is promised. */
function missingKg({ facts, forecast, product, offset, wish }: MissingArgs): number[] {
  if (!product) return [...wish.kgByWeek];
  const wishes = wish.kgByWeek.map((kg, w) => ({
    from: offset + w * 7,
    until: offset + w * 7 + 6,
    quantity: kg * 1000,
  }));
  const { products } = facts;
  const missing = beyondPromised({ forecast, products, promises: wish.promises, productCode: product.code, wishes });
  return missing.map((g) => g / 1000);
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
  /** Each time, kg or fish: every week unless said. `orders`: once they end; null: as the orders were. */
  amount: number | null;
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
