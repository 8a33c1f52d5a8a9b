import { say, word } from '../../core/words/words';
import { transferFish } from '../../db/doing/fish';
import { command } from '../../server/command';
import { TransferInput } from '../inputs';
import { CREW, tickStep } from '../shared';

export const module = command({
  name: 'fish.moveAsPlanned',
  version: 1,
  title: word`Move fish`,
  who: CREW,
  input: TransferInput,
  run: async (doing, v) => {
    await tickStep(doing, v.stepId, say`Move fish`);
    await transferFish({
      tx: doing.tx,
      entry: doing.entry,
      facts: await doing.facts(),
      done: {
        ...v,
        confirmed: v.confirmed ?? false,
        kind: 'move',
      },
    });
    return say`Recorded.`;
  },
  takeBack: { words: () => say`Taken back: the fish are where they were, and the job is open again.` },
});
