import { openGoods } from '../../db/doing/opening';
import { plural, word } from '../../core/words/words';
import { command } from '../../server/command';
import { BOSS, said } from '../shared';
import { OpeningGoodsInput } from './goods.input';

export const module = command({
  name: 'opening.goods',
  version: 1,
  title: word`Record the goods that were packed before`,
  who: BOSS,
  input: OpeningGoodsInput,
  run: async ({ tx, entry }, v) =>
    said(
      plural(await openGoods(tx, entry, v.rows), '# packed lot is in the books.', '# packed lots are in the books.'),
    ),
  takeBack: { words: () => word`Taken back: it is as if it had not been there.` },
});
