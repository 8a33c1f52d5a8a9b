import { decideWriteOff } from '../../core/market/decideGoods';
import { say, word } from '../../core/words/words';
import { goodsLot } from '../../db/lots';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { EVERYONE } from '../shared';
import { WriteOffInput } from './writeOff.input';

/** Goods of the cold room that nobody will eat go to compost, and the record says why. */
export const module = command({
  name: 'stock.writeOff',
  version: 1,
  title: word`Write off goods`,
  who: EVERYONE,
  input: WriteOffInput,
  run: async (doing, v) => settle(doing, decideWriteOff(await goodsLot(doing.tx, v.lotId), v), true),
  takeBack: { words: () => say`Taken back: it lies in the cold room again.` },
});
