import { decidePaid } from '../../core/market/decideOrder';
import { word } from '../../core/words/words';
import { lockOrder } from '../../db/orders';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { SALES } from '../shared';
import { OrderStepInput } from './setAside.input';

export const module = command({
  name: 'order.pay',
  version: 1,
  title: word`An order is paid`,
  who: SALES,
  input: OrderStepInput,
  run: async (doing, v) => settle(doing, decidePaid(await lockOrder(doing.tx, v.orderId, v.version)), true),
  takeBack: { stays: word`That an order was paid stays in its record.` },
});
