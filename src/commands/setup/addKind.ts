import { decideAddKind } from '../../core/setup/decideKinds';
import { kindKnown } from '../../db/kinds';
import { settle } from '../../server/settle';
import { word } from '../../core/words/words';
import { command } from '../../server/command';
import { BOSS, SET_UP_STAYS } from '../shared';
import { AddKindInput } from './addKind.input';

/** A species or crop of the library comes to the farm, with a product of its own. */
export const module = command({
  name: 'setup.addKind',
  version: 1,
  title: word`Take a species or crop onto the farm`,
  who: BOSS,
  input: AddKindInput,
  run: async (doing, v) => settle(doing, decideAddKind(await kindKnown(doing.tx, v.what, v.code), v), true),
  takeBack: SET_UP_STAYS,
});
