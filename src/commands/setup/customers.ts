import { saveCustomers } from '../../db/doing/trade';
import { plural, word } from '../../core/words/words';
import { command } from '../../server/command';
import { SALES, said, SET_UP_STAYS } from '../shared';
import { CustomersInput } from './customers.input';

export const module = command({
  name: 'setup.customers',
  version: 1,
  title: word`Add customers`,
  who: SALES,
  input: CustomersInput,
  run: async ({ tx, entry }, v) =>
    said(plural(await saveCustomers(tx, entry, v.rows), '# customer is known.', '# customers are known.')),
  takeBack: SET_UP_STAYS,
});
