import { openOrders } from '../../db/doing/opening';
import { plural, word } from '../../core/words/words';
import { command } from '../../server/command';
import { SALES, said } from '../shared';
import { OpeningOrdersInput } from './orders.input';

export const module = command({
  name: 'opening.orders',
  version: 1,
  title: word`Record orders that were taken before`,
  who: SALES,
  input: OpeningOrdersInput,
  run: async ({ tx, entry }, v) =>
    said(plural(await openOrders(tx, entry, v.rows), '# order is in the books.', '# orders are in the books.')),
  takeBack: { stays: word`An order that was taken is called off, not taken back: the customer knows of it.` },
});
