import { say, word } from '../../core/words/words';
import { transferFish } from '../../db/doing/fish';
import { command } from '../../server/command';
import { TransferInput } from '../inputs';
import { CREW, tickStep } from '../shared';

export const module = command({
  name: 'purge.transfer',
  version: 1,
  title: word`Move to purge tank`,
  who: CREW,
  input: TransferInput,
  run: async (doing, v) => {
    await tickStep(doing, v.stepId, say`Move to purge tank`);
    await transferFish({
      tx: doing.tx,
      entry: doing.entry,
      facts: await doing.facts(),
      done: {
        ...v,
        confirmed: v.confirmed ?? false,
        kind: 'purge',
      },
    });
    return say`Recorded.`;
  },
  takeBack: { stays: word`Fish in a purge tank are moved back, not taken back: the gate counts from their transfer.` },
});
