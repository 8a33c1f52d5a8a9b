import { sowSeed } from '../../db/doing/plants';
import { command } from '../../server/command';
import { CountField, StepInput } from '../inputs';
import { CREW, tickStep } from '../shared';

export class CountInput extends StepInput {
  @CountField('Give at least 1') count!: number;
}

export const module = command({
  name: 'plants.sow',
  version: 1,
  title: 'Sow',
  who: CREW,
  input: CountInput,
  run: async (doing, v) => {
    await tickStep(doing, v.stepId, 'Sow');
    await sowSeed(doing.tx, doing.entry, v);
    return 'Recorded.';
  },
  takeBack: { stays: 'What was sown stays counted; what does not come up is left out when it is transplanted.' },
});
