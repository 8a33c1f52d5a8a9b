import { say } from '../../core/words/words';
import { addProduct } from '../../db/doing/products';
import { command } from '../../server/command';
import { SALES, said, SET_UP_STAYS } from '../shared';
import { AddProductInput } from './addProduct.input';

export const module = command({
  name: 'setup.addProduct',
  version: 1,
  title: (v) => say`A product more: ${v.name}`,
  who: SALES,
  input: AddProductInput,
  run: async ({ tx, entry }, v) =>
    said(say`${await addProduct(tx, entry.farmId, v)} can be promised from now on, out of the same supply.`),
  takeBack: SET_UP_STAYS,
});
