import { say, word } from '../core/words/words';
import { CodeField, DayField } from '../commands/inputs';
import { EVERYONE } from '../commands/shared';
import { freeOn } from '../core/market/freeOn';
import { formatQuantity } from '../core/plan/consequences';
import { daysBetween } from '../core/quantity/days';
import { formatNumber } from '../core/quantity/units';
import { question } from '../server/ask';

class FreeInput {
  @CodeField(word`Choose a product`) productCode!: string;
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
    const free = product ? freeOn({ facts, forecast, product, day }) : null;
    if (!product || free === null) return null;
    const at = daysBetween(today, day);
    const words = say`${formatQuantity(free, product.unit, units)} free to promise on that day`;
    const swimming = forecast.swimming.get(product.code)?.[at] ?? 0;
    if (swimming < 0.5) return words;
    return say`${words}; about ${formatNumber(swimming)} more of this size swim in the tanks then, their netting not planned`;
  },
});
