import { settled } from '../../core/acts/decision';
import { decideLearned } from '../../core/crops/acts/decideRecipe';
import { learnedFrom } from '../../core/crops/learned';
import { apply } from '../../db/apply';
import { recipeKnown } from '../../db/kinds';
import { say } from '../../core/words/words';
import { batchesOf } from '../../db/batches';
import { command } from '../../server/command';
import { askAboutChange, BOSS, said, SET_UP_STAYS } from '../shared';
import { UseLearnedInput } from './useLearned.input';

/** From now on the farm reckons with what its own batches of a crop came to, or with the recipe again. */
export const module = command({
  name: 'setup.useLearned',
  version: 1,
  title: (v) => (v.use ? say`Use the farm’s own batches of ${v.code}` : say`Back to the recipe of ${v.code}`),
  who: BOSS,
  input: UseLearnedInput,
  run: async (doing, { code, version, use, confirmed }) => {
    const { tx, entry } = doing;
    const before = await doing.facts();
    const own = await recipeKnown(tx, code);
    const learned = own && learnedFrom(own.crop, await batchesOf(tx, entry.farmDay, code), before);
    const { crop, effects } = settled(decideLearned(own, learned, { use, version, on: entry.farmDay }), true);
    await apply(tx, entry, effects);
    const notes = await askAboutChange(doing, before, confirmed);
    const words = use
      ? say`${crop.name} is planned as its last ${learned!.batches} batches were.`
      : say`${crop.name} is planned by its recipe again.`;
    return said(words, notes);
  },
  takeBack: SET_UP_STAYS,
});
