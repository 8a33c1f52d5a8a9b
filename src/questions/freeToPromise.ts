import { CodeField, DayField } from '../commands/inputs';
import { EVERYONE } from '../commands/shared';
import { availableToPromise } from '../core/market/promise';
import { formatQuantity } from '../core/plan/consequences';
import { dayNumber } from '../core/quantity/days';
import { formatNumber } from '../core/quantity/units';
import { question } from '../server/ask';

class FreeInput {
  @CodeField('Choose a product') productCode!: string;
  @DayField() day!: string;
}

/** What can still be promised of a product on a day, in words. Null: no forecast reaches it. */
export const module = question({
  name: 'order.free',
  who: EVERYONE,
  input: FreeInput,
  cost: 2,
  answer: async ({ farm, today, units }, { productCode, day }): Promise<string | null> => {
    const { facts, forecast } = await farm();
    const product = facts.products.find((p) => p.code === productCode);
    const at = dayNumber(day) - dayNumber(today);
    if (!product || at < 0 || at >= forecast.days) return null;
    const batches = forecast.supply.filter((b) => b.productCode === productCode);
    const demands = facts.promises
      .filter((p) => p.productCode === productCode)
      .map((p) => ({ id: p.lineId, at: Math.max(0, dayNumber(p.day) - dayNumber(today)), quantity: p.quantity }));
    const free = availableToPromise(batches, demands, at, product.unit === 'kg' ? 100 : 1);
    const words = `${formatQuantity(free, product.unit, units)} free to promise on that day`;
    const swimming = forecast.swimming.get(product.code)?.[at] ?? 0;
    if (swimming < 0.5) return words;
    return `${words}; about ${formatNumber(swimming)} more of this size swim in the tanks then, their netting not planned`;
  },
});
