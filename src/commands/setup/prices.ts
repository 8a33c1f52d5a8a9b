import { decidePrices } from '../../core/market/decideProducts';
import { productsKnown } from '../../db/products';
import { word } from '../../core/words/words';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { SALES, SET_UP_STAYS } from '../shared';
import { PricesInput } from './prices.input';

export const module = command({
  name: 'setup.prices',
  version: 1,
  title: word`Set prices`,
  who: SALES,
  input: PricesInput,
  run: async (doing, v) => settle(doing, decidePrices(await productsKnown(doing.tx), v.rows), true),
  takeBack: SET_UP_STAYS,
});
