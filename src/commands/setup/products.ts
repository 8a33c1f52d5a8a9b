import { plural, word } from '../../core/words/words';
import { saveProducts } from '../../db/doing/products';
import { command } from '../../server/command';
import { SALES, said, SET_UP_STAYS } from '../shared';
import { ProductsInput } from './products.input';

export const module = command({
  name: 'setup.products',
  version: 1,
  title: word`Bring in products`,
  who: SALES,
  input: ProductsInput,
  run: async ({ tx, entry }, v) =>
    said(plural(await saveProducts(tx, entry.farmId, v.rows), '# product is kept.', '# products are kept.')),
  takeBack: SET_UP_STAYS,
});
