import { savePrices } from '../../db/doing/trade';
import { plural, word } from '../../core/words/words';
import { command } from '../../server/command';
import { SALES, said, SET_UP_STAYS } from '../shared';
import { PricesInput } from './prices.input';

export const module = command({
  name: 'setup.prices',
  version: 1,
  title: word`Set prices`,
  who: SALES,
  input: PricesInput,
  run: async ({ tx, entry }, v) =>
    said(
      plural(
        await savePrices(tx, entry, v.rows),
        '# price holds for orders taken from now on.',
        '# prices hold for orders taken from now on.',
      ),
    ),
  takeBack: SET_UP_STAYS,
});
