import { RANGES } from '../../core/quantity/ranges';
import { pickStep } from '../../db/doing/plants';
import { command } from '../../server/command';
import { AmountField, StepInput } from '../inputs';
import { CREW, tickStep } from '../shared';

class PickInput extends StepInput {
  @AmountField(RANGES.units, { words: 'Give what was picked as a number', low: 'Give what was picked' })
  quantity!: number;
}

export const module = command({
  name: 'plants.pick',
  version: 1,
  title: 'Pick',
  who: CREW,
  input: PickInput,
  run: async (doing, v) => {
    await tickStep(doing, v.stepId, 'Pick');
    return `Packed as ${await pickStep(doing.tx, doing.entry, v)}.`;
  },
  takeBack: { words: () => 'Taken back: that picking, and the job is open again.' },
});
