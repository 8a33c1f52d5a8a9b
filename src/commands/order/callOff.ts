import { decideCallingOff } from '../../core/market/decideOrder';
import { word } from '../../core/words/words';
import { lockOrder } from '../../db/orders';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { SALES } from '../shared';
import { OrderStepInput } from './setAside.input';

export const module = command({
  name: 'order.callOff',
  version: 1,
  title: word`Cancel an order`,
  who: SALES,
  input: OrderStepInput,
  run: async (doing, v) => settle(doing, decideCallingOff(await lockOrder(doing.tx, v.orderId, v.version)), true),
  takeBack: { stays: word`A cancelled order is taken anew.` },
});
