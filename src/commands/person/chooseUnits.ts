import { word } from '../../core/words/words';
import { keepSettings } from '../../db/people';
import { command } from '../../server/command';
import { EVERYONE, SET_UP_STAYS } from '../shared';
import { UnitsInput } from './chooseUnits.input';

export const module = command({
  name: 'person.chooseUnits',
  version: 1,
  title: word`Choose units`,
  who: EVERYONE,
  input: UnitsInput,
  run: async ({ tx, person }, { mass, temperature, locale }) => {
    await keepSettings(tx, person, { mass, temperature, ...(locale ? { locale } : {}) });
    return null;
  },
  takeBack: SET_UP_STAYS,
});
