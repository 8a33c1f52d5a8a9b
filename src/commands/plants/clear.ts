import { clearBed } from '../../db/doing/plants';
import { command } from '../../server/command';
import { StepInput } from '../inputs';
import { CREW, tickStep } from '../shared';

export const module = command({
  name: 'plants.clear',
  version: 1,
  title: 'Clear and clean',
  who: CREW,
  input: StepInput,
  run: async (doing, v) => {
    await tickStep(doing, v.stepId, 'Clear and clean');
    await clearBed(doing.tx, doing.entry, v);
    return 'Recorded.';
  },
  takeBack: { words: () => 'Taken back: the plants stand where they stood, and the job is open again.' },
});
