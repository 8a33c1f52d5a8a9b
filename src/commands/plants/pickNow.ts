import { decidePickNow } from '../../core/crops/acts/decidePick';
import { say, word } from '../../core/words/words';
import { cutOnDay } from '../../db/plantingFacts';
import { command } from '../../server/command';
import { inOneLine, plantKnown, settlePlants } from '../plantsKnown';
import { CREW } from '../shared';
import { PickNowInput } from './pickNow.input';

/** Picked without a step of the plan. */
export const module = command({
  name: 'plants.pickNow',
  version: 1,
  title: word`Pick`,
  who: CREW,
  input: PickNowInput,
  run: async (doing, v) => {
    const known = { ...(await plantKnown(doing)), cut: await cutOnDay(doing.tx, v, doing.entry.farmDay) };
    return inOneLine(await settlePlants(doing, decidePickNow(known, v), v.confirmed));
  },
  takeBack: { words: () => say`Taken back: that picking.` },
});
