import { decideOwnSpecies } from '../../core/fish/decideOwnSpecies';
import { word } from '../../core/words/words';
import { speciesOfFarm } from '../../db/kinds';
import { productsKnown } from '../../db/products';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { BOSS, SET_UP_STAYS } from '../shared';
import { OwnSpeciesInput } from './ownSpecies.input';

/** A species that no library has, from its name and a few points of its growth. */
export const module = command({
  name: 'setup.ownSpecies',
  version: 1,
  title: word`Make a species of its own`,
  who: BOSS,
  input: OwnSpeciesInput,
  run: async (doing, v) => {
    const known = { species: await speciesOfFarm(doing.tx), products: await productsKnown(doing.tx) };
    return settle(doing, decideOwnSpecies(known, { ...v, like: v.like ?? null }), true);
  },
  takeBack: SET_UP_STAYS,
});
