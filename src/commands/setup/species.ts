import { settled } from '../../core/acts/decision';
import { decideSpecies } from '../../core/fish/decideSpecies';
import { apply } from '../../db/apply';
import { speciesKnown } from '../../db/kinds';
import { say } from '../../core/words/words';
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
    await apply(doing.tx, doing.entry, settled(decideSpecies(await speciesKnown(doing.tx, v.code), v), true));
    return said(say`Kept. Forecasts follow at once.`, await askAboutChange(doing, before, v.confirmed));
  },
  takeBack: SET_UP_STAYS,
});
