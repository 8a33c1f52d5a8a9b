import { say, word } from '../../core/words/words';
import { deliver } from '../../db/orderSteps';
import { command } from '../../server/command';
import { EVERYONE } from '../shared';
import { OrderStepInput } from './setAside.input';

export const module = command({
  name: 'order.deliver',
  version: 1,
  title: word`Deliver an order`,
  who: EVERYONE,
  input: OrderStepInput,
  run: async ({ tx, entry }, v) => {
    await deliver({ tx, entry, orderId: v.orderId, version: v.version });
    return say`Delivered.`;
  },
  takeBack: { stays: word`What was delivered is with the customer.` },
});
