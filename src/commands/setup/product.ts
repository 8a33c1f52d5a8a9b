import { say } from '../../core/words/words';
import { decideProduct } from '../../core/market/decideProducts';
import { productsKnown } from '../../db/products';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { SALES, SET_UP_STAYS } from '../shared';
import { ProductInput } from './product.input';

export const module = command({
  name: 'setup.product',
  version: 1,
  title: (v) => say`Change the product ${v.name}`,
  who: SALES,
  input: ProductInput,
  run: async (doing, v) => settle(doing, decideProduct(await productsKnown(doing.tx), v), true),
  takeBack: SET_UP_STAYS,
});
