import { decideTransfer } from '../../core/fish/decideMove';
import { say, word } from '../../core/words/words';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { TransferInput } from '../inputs';
import { claimStep, CREW } from '../shared';

export const module = command({
  name: 'fish.moveAsPlanned',
  version: 1,
  title: word`Move fish`,
  who: CREW,
  input: TransferInput,
  run: async (doing, v) => {
    const { step, group } = await claimStep(doing, v.stepId, 'move', say`Move fish`);
    return settle(doing, decideTransfer({ facts: await doing.facts(), step, group }, v), v.confirmed);
  },
  takeBack: { words: () => say`Taken back: the fish are where they were, and the job is open again.` },
});
