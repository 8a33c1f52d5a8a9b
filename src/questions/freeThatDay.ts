import { DayField } from '../commands/inputs';
import { EVERYONE } from '../commands/shared';
import { serveFamilies } from '../core/market/serveFamilies';
import { daysBetween } from '../core/quantity/days';
import type { ProductUnit } from '../core/quantity/units';
import { question } from '../server/ask';

class DayInput {
  @DayField() day!: string;
}

/** What is still free of one product on a day. */
export interface FreeProduct {
  code: string;
  name: string;
  unit: ProductUnit;
  /** g or pieces. */
  quantity: number;
}

/** What of all products can still be promised for a day, in the order of the price list. Null: no forecast reaches it. */
export const module = question({
  name: 'order.freeThatDay',
  who: EVERYONE,
  input: DayInput,
  cost: 2,
  answer: async ({ farm, today }, { day }): Promise<FreeProduct[] | null> => {
    const { facts, forecast } = await farm();
    const at = daysBetween(today, day);
    if (at < 0 || at >= forecast.days) return null;
    const served = serveFamilies({ forecast, products: facts.products, promises: facts.promises });
    return facts.products
      .filter((p) => !p.retiredOn)
      .map((p) => ({ p, free: served.get(p.code)?.available(at) ?? 0 }))
      .filter(({ p, free }) => free >= (p.unit === 'kg' ? 100 : 1))
      .map(({ p, free }) => ({ code: p.code, name: p.name, unit: p.unit, quantity: free }));
  },
});
