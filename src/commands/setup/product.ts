import { say } from '../../core/words/words';
import { saveProduct } from '../../db/doing/products';
import { command } from '../../server/command';
import { SALES, said, SET_UP_STAYS } from '../shared';
import { ProductInput } from './product.input';

export const module = command({
  name: 'setup.product',
  version: 1,
  title: (v) => say`Change the product ${v.name}`,
  who: SALES,
  input: ProductInput,
  run: async ({ tx }, v) => {
    await saveProduct(tx, v);
    return said(say`Kept. Prices hold for orders taken from now on.`);
  },
  takeBack: SET_UP_STAYS,
});
