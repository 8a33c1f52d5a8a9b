import { decideMaking } from '../../core/market/decideGoods';
import { say, word } from '../../core/words/words';
import { goodsLot, goodsNamed } from '../../db/lots';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { EVERYONE } from '../shared';
import { MakeInput } from './make.input';

/** Goods of the cold room are made into another product: whole fish into fillets, heads into leaves. */
export const module = command({
  name: 'stock.make',
  version: 1,
  title: word`Make another product of packed goods`,
  who: EVERYONE,
  input: MakeInput,
  run: async (doing, v) => {
    const known = { lot: await goodsLot(doing.tx, v.lotId), products: await goodsNamed(doing.tx, v.productCode) };
    return settle(doing, decideMaking(known, v), true);
  },
  takeBack: { words: () => say`Taken back: it lies in the cold room as it was.` },
});
