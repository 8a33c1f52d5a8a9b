import { CARE_NAMES } from '../../core/crops/care';
import { decideCare } from '../../core/crops/acts/decideLoss';
import { say, told } from '../../core/words/words';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { plantKnown } from '../plantsKnown';
import { CREW, said } from '../shared';
import { CareInput } from './care.input';

/** Work on plants that stand for months: training, side shoots, lowering, thinning. From when it was done the next is counted. */
export const module = command({
  name: 'plants.care',
  version: 1,
  title: (v) => told(CARE_NAMES[v.what]),
  who: CREW,
  input: CareInput,
  run: async (doing, v) => said(await settle(doing, decideCare(await plantKnown(doing), v), true)),
  takeBack: { words: () => say`Taken back: that work is still to be done.` },
});
