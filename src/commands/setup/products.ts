import { word } from '../../core/words/words';
import { decideProducts } from '../../core/market/decideProducts';
import { productsKnown } from '../../db/products';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { SALES, SET_UP_STAYS } from '../shared';
import { ProductsInput } from './products.input';

export const module = command({
  name: 'setup.products',
  version: 1,
  title: word`Bring in products`,
  who: SALES,
  input: ProductsInput,
  run: async (doing, v) => settle(doing, decideProducts(await productsKnown(doing.tx), v.rows), true),
  takeBack: SET_UP_STAYS,
});
