import { say } from '../../core/words/words';
import { saveSpecies } from '../../db/doing/rules';
import { command } from '../../server/command';
import { BOSS, said, SET_UP_STAYS } from '../shared';
import { SpeciesInput } from './species.input';

export const module = command({
  name: 'setup.species',
  version: 1,
  title: (v) => say`Change the species ${v.code}`,
  who: BOSS,
  input: SpeciesInput,
  run: async ({ tx, person }, v) => {
    await saveSpecies(tx, person.farmId, v);
    return said(say`Kept. Forecasts follow at once.`);
  },
  takeBack: SET_UP_STAYS,
});
