import { say } from '../words/words';
import { inSentence } from '../library/inSentence';
import { formatQuantity } from '../plan/consequences';
import type { FarmFacts, FarmForecast, ProductFact } from '../plan/types';
import { dayNumber, type Day } from '../quantity/days';
import { shortDay } from '../quantity/sayDay';
import type { UnitChoice } from '../quantity/units';
import { availableToPromise } from './promise';

interface FreeOnArgs {
  facts: Pick<FarmFacts, 'today' | 'promises'>;
  forecast: FarmForecast;
  product: ProductFact;
  day: Day;
}

/** What can still be promised of a product on a day, g or pieces. Null: no forecast reaches it. */
export function freeOn({ facts, forecast, product, day }: FreeOnArgs): number | null {
  const today = dayNumber(facts.today);
  const at = dayNumber(day) - today;
  if (at < 0 || at >= forecast.days) return null;
  const batches = forecast.supply.filter((b) => b.productCode === product.code);
  const demands = facts.promises
    .filter((p) => p.productCode === product.code)
    .map((p) => ({ id: p.lineId, at: Math.max(0, dayNumber(p.day) - today), quantity: p.quantity }));
  return availableToPromise({ batches, demands, at, step: product.unit === 'kg' ? 100 : 1 });
}

interface AskOrderArgs {
  facts: FarmFacts;
  forecast: FarmForecast;
  order: { dueDay: Day; lines: { productCode: string; quantity: number }[] };
  units: UnitChoice;
}

/** What to ask before an order is taken: each product that more is wanted of than is free on its day. */
export function askOrder({ facts, forecast, order, units }: AskOrderArgs): string[] {
  const wanted = new Map<string, number>();
  for (const l of order.lines) wanted.set(l.productCode, (wanted.get(l.productCode) ?? 0) + l.quantity);
  return [...wanted].flatMap(([code, quantity]) => {
    const product = facts.products.find((p) => p.code === code);
    const free = product ? freeOn({ facts, forecast, product, day: order.dueDay }) : null;
    if (!product || free === null || quantity <= free + (product.unit === 'kg' ? 100 : 0)) return [];
    const figure = (amount: number) => formatQuantity(amount, product.unit, units);
    return [
      say`${figure(free)} of ${inSentence(product.name)} is free on ${shortDay(order.dueDay)}: ${figure(quantity - free)} of this order would be short. Take it all the same?`,
    ];
  });
}
