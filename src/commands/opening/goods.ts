import { decideOpeningGoods } from '../../core/setup/decideOpening';
import { goodsSold } from '../../db/opening';
import { settle } from '../../server/settle';
import { word } from '../../core/words/words';
import { command } from '../../server/command';
import { BOSS } from '../shared';
import { OpeningGoodsInput } from './goods.input';

export const module = command({
  name: 'opening.goods',
  version: 1,
  title: word`Record the goods that were packed before`,
  who: BOSS,
  input: OpeningGoodsInput,
  run: async (doing, v) => {
    const known = { products: await goodsSold(doing.tx), today: doing.entry.farmDay };
    return settle(doing, decideOpeningGoods(known, v.rows), true);
  },
  takeBack: { words: () => word`Taken back: it is as if it had not been there.` },
});
