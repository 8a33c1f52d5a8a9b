import { say, word } from '../../core/words/words';
import { markPaid } from '../../db/orderSteps';
import { command } from '../../server/command';
import { SALES } from '../shared';
import { OrderStepInput } from './setAside.input';

export const module = command({
  name: 'order.pay',
  version: 1,
  title: word`An order is paid`,
  who: SALES,
  input: OrderStepInput,
  run: async ({ tx, entry }, v) => {
    await markPaid({ tx, entry, orderId: v.orderId, version: v.version });
    return say`Paid.`;
  },
  takeBack: { stays: word`That an order was paid stays in its record.` },
});
