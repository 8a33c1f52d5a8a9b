import { say, word } from '../../core/words/words';
import { decideOrder } from '../../core/market/decideOrder';
import { askOrder } from '../../core/market/freeOn';
import { forecastFarm } from '../../core/plan/forecast';
import { orderFacts } from '../../db/orders';
import { command, type Doing } from '../../server/command';
import { settle } from '../../server/settle';
import { SALES } from '../shared';
import { OrderInput } from './place.input';

export const module = command({
  name: 'order.place',
  version: 1,
  title: (v) => say`Take an order for ${v.dueDay}`,
  who: SALES,
  input: OrderInput,
  run: async (doing, v) => {
    const asked = v.confirmed ? [] : await askedAbout(doing, v);
    const known = { ...(await orderFacts(doing.tx, v)), today: doing.today, asked };
    return settle(doing, decideOrder(known, v), v.confirmed);
  },
  takeBack: { stays: word`An order that was taken is cancelled, not taken back: the customer knows of it.` },
});

async function askedAbout(doing: Doing, order: OrderInput): Promise<string[]> {
  const facts = await doing.facts();
  return askOrder({ facts, forecast: forecastFarm(facts, await doing.steps()), order, units: doing.units });
}
