import { say } from '../../core/words/words';
import { retireProduct } from '../../db/doing/products';
import { command } from '../../server/command';
import { SALES, said, SET_UP_STAYS } from '../shared';
import { RetireProductInput } from './retireProduct.input';

export const module = command({
  name: 'setup.retireProduct',
  version: 1,
  title: (v) => say`Put the product ${v.code} away`,
  who: SALES,
  input: RetireProductInput,
  run: async ({ tx, today }, v) => said(say`${await retireProduct(tx, v, today)} is not offered any more.`),
  takeBack: SET_UP_STAYS,
});
