import { decideCustomers } from '../../core/market/decideCustomers';
import { customersKnown } from '../../db/customers';
import { word } from '../../core/words/words';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { SALES, SET_UP_STAYS } from '../shared';
import { CustomersInput } from './customers.input';

export const module = command({
  name: 'setup.customers',
  version: 1,
  title: word`Add customers`,
  who: SALES,
  input: CustomersInput,
  run: async (doing, v) => settle(doing, decideCustomers(await customersKnown(doing.tx), v.rows), true),
  takeBack: SET_UP_STAYS,
});
