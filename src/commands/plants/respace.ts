import { decideRespace } from '../../core/crops/acts/decideMoveOn';
import { say, word } from '../../core/words/words';
import { command } from '../../server/command';
import { plantKnown, settlePlants } from '../plantsKnown';
import { claimStep, CREW } from '../shared';
import { RespaceInput } from './respace.input';

/** The re-spacing that the plan asks for; what did not make it goes to compost. */
export const module = command({
  name: 'plants.respace',
  version: 1,
  title: word`Re-space`,
  who: CREW,
  input: RespaceInput,
  run: async (doing, v) => {
    const claimed = await claimStep(doing, v.stepId, 'respace', say`Re-space`);
    return settlePlants(doing, decideRespace({ ...(await plantKnown(doing)), ...claimed }, v), v.confirmed);
  },
  takeBack: { words: () => say`Taken back: the plants stand as they stood, and the job is open again.` },
});
