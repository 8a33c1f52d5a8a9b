import { say, word } from '../../core/words/words';
import { shortDay } from '../../core/quantity/sayDay';
import { setPrice } from '../../db/prices';
import { command } from '../../server/command';
import { SALES, said, SET_UP_STAYS } from '../shared';
import { PriceInput } from './set.input';

export const module = command({
  name: 'price.set',
  version: 1,
  title: word`Put a price on a list`,
  who: SALES,
  input: PriceInput,
  run: async ({ tx, entry }, v) => {
    await setPrice(tx, entry.farmId, v);
    return said(say`Kept: for orders due from ${shortDay(v.fromDay)} on.`);
  },
  takeBack: SET_UP_STAYS,
});
