import { asItWas, LEAST_BATCHES, learnedFrom, withLearned } from '../../core/crops/learned';
import { RuleBroken } from '../../core/errors';
import { say } from '../../core/words/words';
import { batchesOf } from '../../db/batches';
import { putCrop } from '../../db/doing/rules';
import { command } from '../../server/command';
import { askAboutChange, BOSS, said, SET_UP_STAYS } from '../shared';
import { UseLearnedInput } from './useLearned.input';

/** From now on the farm reckons with what its own batches of a crop came to, or with the recipe again. */
export const module = command({
  name: 'setup.useLearned',
  version: 1,
  title: (v) => (v.use ? say`Reckon with the farm’s own batches of ${v.code}` : say`Back to the recipe of ${v.code}`),
  who: BOSS,
  input: UseLearnedInput,
  run: async (doing, { code, version, use, confirmed }) => {
    const { tx, entry } = doing;
    const before = await doing.facts();
    const crop = before.crops.find((c) => c.code === code);
    if (!crop) throw new RuleBroken('form', say`That crop is not on this farm.`);
    const learned = learnedFrom(crop, await batchesOf(tx, entry.farmDay, code), before);
    if (use && !learned)
      throw new RuleBroken('form', say`Fewer than ${LEAST_BATCHES} batches were picked: too few to reckon with.`);
    await putCrop(tx, { version, crop: use ? withLearned(crop, learned!, entry.farmDay) : asItWas(crop) });
    const notes = await askAboutChange(doing, before, confirmed);
    const words = use
      ? say`${crop.name} is reckoned with as its last ${learned!.batches} batches were.`
      : say`${crop.name} is reckoned with by its recipe again.`;
    return said(words, notes);
  },
  takeBack: SET_UP_STAYS,
});
