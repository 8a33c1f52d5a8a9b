import { decidePuttingBack } from '../../core/market/decideOrder';
import { word } from '../../core/words/words';
import { lockOrder } from '../../db/orders';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { EVERYONE } from '../shared';
import { PutBackInput } from './putBack.input';

export const module = command({
  name: 'order.putBack',
  version: 1,
  title: word`Put back what was reserved`,
  who: EVERYONE,
  input: PutBackInput,
  run: async (doing, v) => {
    const order = await lockOrder(doing.tx, v.orderId, v.version);
    return settle(doing, decidePuttingBack(order, v.movementId), true);
  },
  takeBack: { stays: word`Reserve it again: nothing else has changed.` },
});
