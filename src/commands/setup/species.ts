import { say } from '../../core/words/words';
import { saveSpecies } from '../../db/doing/rules';
import { command } from '../../server/command';
import { askAboutChange, BOSS, said, SET_UP_STAYS } from '../shared';
import { SpeciesInput } from './species.input';

export const module = command({
  name: 'setup.species',
  version: 1,
  title: (v) => say`Change the species ${v.code}`,
  who: BOSS,
  input: SpeciesInput,
  run: async (doing, v) => {
    const before = await doing.facts();
    await saveSpecies(doing.tx, doing.person.farmId, v);
    return said(say`Kept. Forecasts follow at once.`, await askAboutChange(doing, before, v.confirmed));
  },
  takeBack: SET_UP_STAYS,
});
