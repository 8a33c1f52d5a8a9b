import { decideDelivery } from '../../core/market/decideOrder';
import { word } from '../../core/words/words';
import { lockOrder } from '../../db/orders';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { EVERYONE } from '../shared';
import { OrderStepInput } from './setAside.input';

export const module = command({
  name: 'order.deliver',
  version: 1,
  title: word`Deliver an order`,
  who: EVERYONE,
  input: OrderStepInput,
  run: async (doing, v) => settle(doing, decideDelivery(await lockOrder(doing.tx, v.orderId, v.version)), true),
  takeBack: { stays: word`What was delivered is with the customer.` },
});
