import { decideOpeningOrders, openingOrders } from '../../core/setup/decideOpening';
import { customersKnown } from '../../db/customers';
import { orderFacts } from '../../db/orders';
import { settle } from '../../server/settle';
import { word } from '../../core/words/words';
import { command } from '../../server/command';
import { SALES } from '../shared';
import { OpeningOrdersInput } from './orders.input';

export const module = command({
  name: 'opening.orders',
  version: 1,
  title: word`Record orders that were taken before`,
  who: SALES,
  input: OpeningOrdersInput,
  run: async (doing, v) => {
    const { tx, entry } = doing;
    const customers = await customersKnown(tx);
    const orders = [];
    for (const order of openingOrders({ customers, today: entry.farmDay }, v.rows))
      orders.push({ order, known: await orderFacts(tx, order) });
    return settle(doing, decideOpeningOrders(orders, entry.farmDay), true);
  },
  takeBack: { stays: word`An order that was taken is cancelled, not taken back: the customer knows of it.` },
});
