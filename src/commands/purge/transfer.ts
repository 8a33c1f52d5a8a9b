import { transferFish } from '../../db/doing/fish';
import { command } from '../../server/command';
import { TransferInput } from '../inputs';
import { CREW, tickStep } from '../shared';

export const module = command({
  name: 'purge.transfer',
  version: 1,
  title: 'Move to purge tank',
  who: CREW,
  input: TransferInput,
  run: async (doing, v) => {
    await tickStep(doing, v.stepId, 'Move to purge tank');
    await transferFish(doing.tx, doing.entry, await doing.facts(), {
      ...v,
      confirmed: v.confirmed ?? false,
      kind: 'purge',
    });
    return 'Recorded.';
  },
  takeBack: { stays: 'Fish in a purge tank are moved back, not taken back: the gate counts from their transfer.' },
});
