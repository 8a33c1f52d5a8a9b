import { say } from '../../core/words/words';
import { decideAddProduct } from '../../core/market/decideProducts';
import { productsKnown } from '../../db/products';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { SALES, SET_UP_STAYS } from '../shared';
import { AddProductInput } from './addProduct.input';

export const module = command({
  name: 'setup.addProduct',
  version: 1,
  title: (v) => say`Another product: ${v.name}`,
  who: SALES,
  input: AddProductInput,
  run: async (doing, v) => settle(doing, decideAddProduct(await productsKnown(doing.tx), v), true),
  takeBack: SET_UP_STAYS,
});
