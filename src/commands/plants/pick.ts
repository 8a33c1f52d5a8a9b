import { say, word } from '../../core/words/words';
import { RANGES } from '../../core/quantity/ranges';
import { pickStep } from '../../db/doing/plants';
import { command } from '../../server/command';
import { AmountField, StepInput } from '../inputs';
import { CREW, tickStep } from '../shared';

class PickInput extends StepInput {
  @AmountField(RANGES.units, { words: word`Give what was picked as a number`, low: word`Give what was picked` })
  quantity!: number;
}

export const module = command({
  name: 'plants.pick',
  version: 1,
  title: word`Pick`,
  who: CREW,
  input: PickInput,
  run: async (doing, v) => {
    await tickStep(doing, v.stepId, say`Pick`);
    return say`Packed as ${await pickStep(doing.tx, doing.entry, v)}.`;
  },
  takeBack: { words: () => say`Taken back: that picking, and the job is open again.` },
});
