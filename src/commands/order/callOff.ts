import { say, word } from '../../core/words/words';
import { callOff } from '../../db/orderSteps';
import { command } from '../../server/command';
import { SALES } from '../shared';
import { OrderStepInput } from './setAside.input';

export const module = command({
  name: 'order.callOff',
  version: 1,
  title: word`Call an order off`,
  who: SALES,
  input: OrderStepInput,
  run: async ({ tx, entry }, v) => {
    await callOff({ tx, entry, orderId: v.orderId, version: v.version });
    return say`Called off. What was set aside is free again.`;
  },
  takeBack: { stays: word`An order that was called off is taken anew.` },
});
