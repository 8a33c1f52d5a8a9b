import { decideCopyCrop } from '../../core/setup/decideKinds';
import { cropsKnown } from '../../db/kinds';
import { productsKnown } from '../../db/products';
import { settle } from '../../server/settle';
import { word } from '../../core/words/words';
import { command } from '../../server/command';
import { BOSS, SET_UP_STAYS } from '../shared';
import { CopyCropInput } from './copyCrop.input';

/** A variety, or a way of growing one in a season or method, with numbers of its own: begun as a copy of a recipe the farm has. */
export const module = command({
  name: 'setup.copyCrop',
  version: 1,
  title: word`Make a recipe of its own`,
  who: BOSS,
  input: CopyCropInput,
  run: async (doing, v) => {
    const known = { crops: await cropsKnown(doing.tx), products: await productsKnown(doing.tx) };
    return settle(doing, decideCopyCrop(known, v), true);
  },
  takeBack: SET_UP_STAYS,
});
