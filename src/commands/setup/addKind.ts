import { say, word } from '../../core/words/words';
import { addKind } from '../../db/doing/trade';
import { command } from '../../server/command';
import { BOSS, said, SET_UP_STAYS } from '../shared';
import { AddKindInput } from './addKind.input';

/** A species or crop of the library comes to the farm, with a product of its own. */
export const module = command({
  name: 'setup.addKind',
  version: 1,
  title: word`Take a species or crop onto the farm`,
  who: BOSS,
  input: AddKindInput,
  run: async ({ tx, entry }, v) => said(say`${await addKind(tx, entry.farmId, v)} is on the farm now.`),
  takeBack: SET_UP_STAYS,
});
