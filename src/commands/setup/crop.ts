import { settled } from '../../core/acts/decision';
import { decideRecipe } from '../../core/crops/acts/decideRecipe';
import { apply } from '../../db/apply';
import { recipeKnown } from '../../db/kinds';
import { say } from '../../core/words/words';
import { command } from '../../server/command';
import { askAboutChange, BOSS, said, SET_UP_STAYS } from '../shared';
import { CropInput } from './crop.input';

export const module = command({
  name: 'setup.crop',
  version: 1,
  title: (v) => say`Change the crop ${v.code}`,
  who: BOSS,
  input: CropInput,
  run: async (doing, v) => {
    const before = await doing.facts();
    const { crop, effects } = settled(decideRecipe(await recipeKnown(doing.tx, v.code), v, v.version), true);
    await apply(doing.tx, doing.entry, effects);
    const notes = await askAboutChange(doing, before, v.confirmed);
    return said(say`${crop.name} is kept. Beds, plan and market follow at once.`, notes);
  },
  takeBack: SET_UP_STAYS,
});
