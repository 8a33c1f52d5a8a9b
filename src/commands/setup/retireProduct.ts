import { say } from '../../core/words/words';
import { decideRetireProduct } from '../../core/market/decideProducts';
import { productsKnown } from '../../db/products';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { SALES, SET_UP_STAYS } from '../shared';
import { RetireProductInput } from './retireProduct.input';

export const module = command({
  name: 'setup.retireProduct',
  version: 1,
  title: (v) => say`Put the product ${v.code} away`,
  who: SALES,
  input: RetireProductInput,
  run: async (doing, v) => settle(doing, decideRetireProduct(await productsKnown(doing.tx), v), v.confirmed),
  takeBack: SET_UP_STAYS,
});
