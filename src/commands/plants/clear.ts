import { say, word } from '../../core/words/words';
import { clearBed } from '../../db/doing/plants';
import { command } from '../../server/command';
import { StepInput } from '../inputs';
import { CREW, tickStep } from '../shared';

export const module = command({
  name: 'plants.clear',
  version: 1,
  title: word`Clear and clean`,
  who: CREW,
  input: StepInput,
  run: async (doing, v) => {
    await tickStep(doing, v.stepId, say`Clear and clean`);
    await clearBed(doing.tx, doing.entry, v);
    return say`Recorded.`;
  },
  takeBack: { words: () => say`Taken back: the plants stand where they stood, and the job is open again.` },
});
