import { say, word } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { askOrder } from '../../core/market/freeOn';
import { forecastFarm } from '../../core/plan/forecast';
import { addDays } from '../../core/quantity/days';
import { placeOrder } from '../../db/orders';
import { command } from '../../server/command';
import { SALES } from '../shared';
import { OrderInput } from './place.input';

export const module = command({
  name: 'order.place',
  version: 1,
  title: (v) => say`Take an order for ${v.dueDay}`,
  who: SALES,
  input: OrderInput,
  run: async (doing, v) => {
    const { tx, entry, today } = doing;
    if (v.dueDay < today) throw new RuleBroken('dueDay', say`That day has passed.`);
    if (v.dueDay > addDays(today, 400)) throw new RuleBroken('dueDay', say`That is more than a year ahead.`);
    if (!v.confirmed) {
      const facts = await doing.facts();
      const asked = askOrder({
        facts,
        forecast: forecastFarm(facts, await doing.steps()),
        order: v,
        units: doing.units,
      });
      if (asked.length > 0) throw new RuleBroken('confirm', asked.join('\n'));
    }
    return placeOrder(tx, entry, v);
  },
  takeBack: { stays: word`An order that was taken is called off, not taken back: the customer knows of it.` },
});
