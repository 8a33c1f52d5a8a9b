import { say, word } from '../../core/words/words';
import { endPrice } from '../../db/prices';
import { command } from '../../server/command';
import { ThingInput } from '../inputs';
import { SALES, said, SET_UP_STAYS } from '../shared';

export const module = command({
  name: 'price.end',
  version: 1,
  title: word`Take a price off its list`,
  who: SALES,
  input: ThingInput,
  run: async ({ tx, today }, v) => said(say`The price of ${await endPrice(tx, v, today)} is taken off.`),
  takeBack: SET_UP_STAYS,
});
