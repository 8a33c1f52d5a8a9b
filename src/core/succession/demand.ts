import { recipesOf } from '../crops/recipes';
import { beyondPromised, lastOrderedWeek } from '../market/beyondPromised';
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
export function demandOf({ facts, forecast, target, promise, offset, weeks }: DemandArgs): CropDemand[] {
  const rows = shortInMain(promise);
  return target.products.flatMap((wish) => {
    const row = rows.find((r) => r.product.code === wish.code);
    const recipes = recipesOf(facts.crops, row?.product.cropCode ?? null);
    if (!row || recipes.length === 0) return [];
    const { product } = row;
    const priceMinor = product.unit === 'kg' ? product.priceMinor / 1000 : product.priceMinor;
    const points = pointsOf({ facts, forecast, row, wish, by: target.by, offset, weeks }).filter((p) => p.quantity > 0);
    if (points.length === 0) return [];
    const times = target.by === 'earn' ? 1 : target.costs.missingTimesPrice;
    // Goods without a price are still wanted.
    const shortMinor = Math.max(priceMinor * times, product.unit === 'kg' ? 0.1 : 10);
    return [{ product, recipes, points: points.sort((a, b) => a.at - b.at), shortMinor }];
  });
}

interface PointsArgs {
  facts: FarmFacts;
  forecast: FarmForecast;
  row: PromiseRow;
  wish: ProductTarget;
  by: SuccessionTarget['by'];
  offset: number;
  weeks: number;
}

/** Order lines that the kept plan leaves short, and what of each week's wish it does not give beyond all that is promised. */
function pointsOf({ facts, forecast, row, wish, by, offset, weeks }: PointsArgs): WantedPoint[] {
  const { products, promises } = facts;
  const own = row.weeks.slice(1, weeks + 1);
  const delivery = usualDelivery(facts, row.product.code);
  const last = by === 'orders' ? lastOrderedWeek(own.map((w) => w.promised)) : -1;
  const wishes = own.map(({ promised }, w) => {
    const at = offset + w * 7 + delivery;
    return { from: at, until: at, quantity: w > last ? Math.max(0, wish.amount - promised) : 0 };
  });
  const missing = beyondPromised({ forecast, products, promises, productCode: row.product.code, wishes });
  const lines = row.weeks
    .flatMap((week) => week.shortLines)
    .map((line) => ({ at: daysBetween(facts.today, line.day), quantity: line.quantity, lineId: line.lineId }))
    .filter((line) => line.at < offset + weeks * 7);
  return [...lines, ...wishes.map(({ from }, w): WantedPoint => ({ at: from, quantity: missing[w]!, lineId: null }))];
}

/** What is promised a week on average, while orders follow on one another; 0 where none does. */
export function usualAWeek(promised: readonly number[]): number {
  const last = lastOrderedWeek(promised);
  return last < 0 ? 0 : promised.slice(0, last + 1).reduce((sum, q) => sum + q, 0) / (last + 1);
}

/** The day of the week on which most of a product is promised, 0 is Monday. */
function usualDelivery({ promises }: Pick<FarmFacts, 'promises'>, productCode: string): number {
  const counts = Array<number>(7).fill(0);
  for (const p of promises) if (p.productCode === productCode) counts[weekday(p.day) - 1]! += 1;
  const most = Math.max(...counts);
  return most === 0 ? USUAL_DELIVERY : counts.indexOf(most);
}
