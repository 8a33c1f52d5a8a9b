import { settled } from '../../core/acts/decision';
import { decideDeathRate } from '../../core/fish/decideSpecies';
import { apply } from '../../db/apply';
import { fishDaysOf } from '../../db/fishDays';
import { speciesKnown } from '../../db/kinds';
import { say } from '../../core/words/words';
import { command } from '../../server/command';
import { askAboutChange, BOSS, said, SET_UP_STAYS } from '../shared';
import { UseDeathsInput } from './useDeaths.input';

/** From now on the farm reckons with its own deaths of a species, or with the published rate again. */
export const module = command({
  name: 'setup.useDeaths',
  version: 1,
  title: (v) => (v.use ? say`Use the farm’s own deaths of ${v.code}` : say`Back to the published deaths of ${v.code}`),
  who: BOSS,
  input: UseDeathsInput,
  run: async (doing, { code, version, use, confirmed }) => {
    const { tx, entry } = doing;
    const before = await doing.facts();
    const lived = await fishDaysOf(tx, entry.farmDay, code);
    const { name, effects } = settled(decideDeathRate(await speciesKnown(tx, code), lived, { use, version }), true);
    await apply(tx, entry, effects);
    const notes = await askAboutChange(doing, before, confirmed);
    const words = use
      ? say`${name} die in the plan as they did on this farm.`
      : say`${name} die in the plan as published again.`;
    return said(words, notes);
  },
  takeBack: SET_UP_STAYS,
});
