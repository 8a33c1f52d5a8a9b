import { say } from '../words/words';
import { inSentence } from '../library/inSentence';
import { formatQuantity } from '../plan/consequences';
import type { FarmFacts, ProductFact } from '../facts/farm';
import type { FarmForecast } from '../facts/forecast';
import { dayNumber, type Day } from '../quantity/days';
import { shortDay } from '../quantity/sayDay';
import { countOf, formatNumber, toShown, unitName, type UnitChoice } from '../quantity/units';
import { serveFamilies } from './serveFamilies';

interface FreeOnArgs {
  facts: Pick<FarmFacts, 'today' | 'promises' | 'products'>;
  forecast: FarmForecast;
  product: ProductFact;
  day: Day;
}

/** What can still be promised of a product on a day, g or pieces. Null: no forecast reaches it. */
export function freeOn({ facts, forecast, product, day }: FreeOnArgs): number | null {
  const today = dayNumber(facts.today);
  const at = dayNumber(day) - today;
  if (at < 0 || at >= forecast.days) return null;
  const served = serveFamilies({ forecast, products: facts.products, promises: facts.promises });
  return served.get(product.code)?.available(at) ?? 0;
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
  // Products made of one supply take it from one another: what is asked for first is gone for the next.
  const promises = [...facts.promises];
  return [...wanted].flatMap(([code, quantity]) => {
    const product = facts.products.find((p) => p.code === code);
    const free = product ? freeOn({ facts: { ...facts, promises }, forecast, product, day: order.dueDay }) : null;
    promises.push({ ...NO_ORDER, lineId: `this order|${code}`, productCode: code, day: order.dueDay, quantity });
    if (!product) return [];
    const figure = (amount: number) => formatQuantity(amount, product.unit, units);
    const packs = notWhole(product, quantity, units);
    if (free === null || quantity <= free + (product.unit === 'kg' ? 100 : 0)) return packs;
    return [
      ...packs,
      say`${figure(free)} of ${inSentence(product.name)} is free on ${shortDay(order.dueDay)}: ${figure(quantity - free)} of this order would be short. Take it all the same?`,
    ];
  });
}

const NO_ORDER = { orderId: '', orderCode: '', customer: '' };

/** Asked when a quantity is no whole number of packs. */
function notWhole({ name, unit, packSize }: ProductFact, quantity: number, units: UnitChoice): string[] {
  if (!packSize) return [];
  const packs = quantity / packSize;
  if (Math.abs(packs - Math.round(packs)) < 1e-6) return [];
  const [low, high] = [Math.floor(packs), Math.ceil(packs)];
  const exact = (amount: number) => exactly(amount, unit, units);
  const nearest =
    low > 0
      ? say`${low} packs are ${exact(low * packSize)}, ${high} are ${exact(high * packSize)}`
      : say`one pack is ${exact(packSize)}`;
  return [say`${name} is sold in packs of ${exact(packSize)}: ${nearest}. Take ${exact(quantity)} all the same?`];
}

const MOST_DIGITS = 3;

/** A quantity with as many digits as it has: a pack is no estimate. */
export function exactly(quantity: number, unit: ProductFact['unit'], units: UnitChoice): string {
  if (unit !== 'kg') return countOf(quantity, unit);
  const shown = toShown('mass', quantity, units);
  const digits = [0, 1, 2].find((d) => Math.abs(shown - Number(shown.toFixed(d))) < 5e-4) ?? MOST_DIGITS;
  return `${formatNumber(shown, digits)} ${unitName('mass', units)}`;
}
