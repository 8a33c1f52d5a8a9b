import { say, word } from '../../core/words/words';
import { arrangePlaces } from '../../db/places';
import { command } from '../../server/command';
import { BOSS, said, SET_UP_STAYS } from '../shared';
import { ArrangeInput } from './arrange.input';

export const module = command({
  name: 'place.arrange',
  version: 1,
  title: word`Arrange the plan of the farm`,
  who: BOSS,
  input: ArrangeInput,
  run: async ({ tx }, v) => {
    await arrangePlaces(tx, v);
    return said(v.walk ? say`The round now follows the plan of the farm.` : say`Kept where it stands.`);
  },
  takeBack: SET_UP_STAYS,
});
