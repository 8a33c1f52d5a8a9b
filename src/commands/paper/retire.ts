import { say, word } from '../../core/words/words';
import { retirePaper } from '../../db/papers';
import { command } from '../../server/command';
import { ThingInput } from '../inputs';
import { SALES, said, SET_UP_STAYS } from '../shared';

export const module = command({
  name: 'paper.retire',
  version: 1,
  title: word`Put a permit, rule or contact away`,
  who: SALES,
  input: ThingInput,
  run: async ({ tx, today }, v) => said(say`${await retirePaper(tx, v, today)} is put away.`),
  takeBack: SET_UP_STAYS,
});
