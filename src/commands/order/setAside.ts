import { decideSettingAside } from '../../core/market/decideOrder';
import { say, word } from '../../core/words/words';
import { goodsLot } from '../../db/lots';
import { lockOrder } from '../../db/orders';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { EVERYONE } from '../shared';
import { SetAsideInput } from './setAside.input';

export const module = command({
  name: 'order.setAside',
  version: 1,
  title: word`Reserve for an order`,
  who: EVERYONE,
  input: SetAsideInput,
  run: async (doing, v) => {
    const order = await lockOrder(doing.tx, v.orderId, v.version);
    const lot = await goodsLot(doing.tx, v.lotId);
    return settle(doing, decideSettingAside({ order, lot, isManager: doing.person.role === 'manager' }, v), true);
  },
  takeBack: { words: () => say`Taken back: it is free for other orders again.` },
});
