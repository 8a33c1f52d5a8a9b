import { recipesOf } from '../crops/recipes';
import { shortInMain, type PromiseRow } from '../market/promiseTable';
import type { FarmFacts } from '../facts/farm';
import type { FarmForecast } from '../facts/forecast';
import { daysBetween, weekday } from '../quantity/days';
import type { CropDemand, ProductTarget, SuccessionTarget, WantedPoint } from './types';

interface DemandArgs {
  facts: FarmFacts;
  forecast: FarmForecast;
  target: SuccessionTarget;
  promise: readonly PromiseRow[];
  offset: number;
  weeks: number;
}

/** Where nobody has ordered yet: goods leave on a Thursday. 0 is Monday. */
const USUAL_DELIVERY = 3;

/** What is wanted of each product beyond what the kept plan brings, by day. */
export function demandOf({ facts, target, promise, offset, weeks }: DemandArgs): CropDemand[] {
  const rows = shortInMain(promise);
  return target.products.flatMap((wish) => {
    const row = rows.find((r) => r.product.code === wish.code);
    const recipes = recipesOf(facts.crops, row?.product.cropCode ?? null);
    if (!row || recipes.length === 0) return [];
    const { product } = row;
    const priceMinor = product.unit === 'kg' ? product.priceMinor / 1000 : product.priceMinor;
    const points = pointsOf({ facts, row, wish, by: target.by, offset, weeks }).filter((p) => p.quantity > 0);
    if (points.length === 0) return [];
    const times = target.by === 'earn' ? 1 : target.costs.missingTimesPrice;
    // Goods without a price are still wanted.
    const shortMinor = Math.max(priceMinor * times, product.unit === 'kg' ? 0.1 : 10);
    return [{ product, recipes, points: points.sort((a, b) => a.at - b.at), shortMinor }];
  });
}

interface PointsArgs {
  facts: FarmFacts;
  row: PromiseRow;
  wish: ProductTarget;
  by: SuccessionTarget['by'];
  offset: number;
  weeks: number;
}

function pointsOf({ facts, row, wish, by, offset, weeks }: PointsArgs): WantedPoint[] {
  const own = row.weeks.slice(1, weeks + 1);
  const delivery = usualDelivery(facts, row.product.code);
  const weekly = (of: (week: number) => number): WantedPoint[] =>
    own.map((_, w) => ({ at: offset + w * 7 + delivery, quantity: Math.max(0, of(w)), lineId: null }));
  const promised = own.map((w) => w.promised);
  const last = promised.findLastIndex((q) => q > 0);
  if (by !== 'orders') return weekly((w) => Math.max(wish.amount, promised[w]!) - own[w]!.expected);
  const lines = row.weeks
    .flatMap((week) => week.shortLines)
    .map((line) => ({ at: daysBetween(facts.today, line.day), quantity: line.quantity, lineId: line.lineId }))
    .filter((line) => line.at < offset + weeks * 7);
  return [...lines, ...weekly((w) => (w > last ? wish.amount - own[w]!.expected : 0))];
}

/** What is promised a week on average, up to the last week with an order; 0 where none is. */
export function usualAWeek(promised: readonly number[]): number {
  const last = promised.findLastIndex((q) => q > 0);
  return last < 0 ? 0 : promised.slice(0, last + 1).reduce((sum, q) => sum + q, 0) / (last + 1);
}

/** The day of the week on which most of a product is promised, 0 is Monday. */
function usualDelivery({ promises }: Pick<FarmFacts, 'promises'>, productCode: string): number {
  const counts = Array<number>(7).fill(0);
  for (const p of promises) if (p.productCode === productCode) counts[weekday(p.day) - 1]! += 1;
  const most = Math.max(...counts);
  return most === 0 ? USUAL_DELIVERY : counts.indexOf(most);
}
