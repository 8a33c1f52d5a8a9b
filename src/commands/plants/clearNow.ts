import { decideClearNow } from '../../core/crops/acts/decideLoss';
import { say, word } from '../../core/words/words';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { plantKnown } from '../plantsKnown';
import { CREW } from '../shared';
import { ClearNowInput } from './clearNow.input';

/** A planting is cleared before, or without, its day in the plan. */
export const module = command({
  name: 'plants.clearNow',
  version: 1,
  title: word`Clear a planting`,
  who: CREW,
  input: ClearNowInput,
  run: async (doing, v) => settle(doing, decideClearNow(await plantKnown(doing), v), v.confirmed),
  takeBack: { words: () => say`Taken back: the plants stand where they stood.` },
});
