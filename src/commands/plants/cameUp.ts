import { decideCameUp } from '../../core/crops/acts/decideLoss';
import { say, word } from '../../core/words/words';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { plantKnown } from '../plantsKnown';
import { CREW } from '../shared';
import { CameUpInput } from './cameUp.input';

/** How many came up on the bench; where that is too few for what is planned of them, the plan asks for as many as there will be. */
export const module = command({
  name: 'plants.cameUp',
  version: 1,
  title: word`Count what came up`,
  who: CREW,
  input: CameUpInput,
  run: async (doing, v) => settle(doing, decideCameUp(await plantKnown(doing), v), true),
  takeBack: { words: () => say`Taken back: that count, and the plan as it was before it.` },
});
