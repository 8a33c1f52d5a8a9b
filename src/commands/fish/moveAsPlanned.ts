import { decideTransfer } from '../../core/fish/decideMove';
import { say, word } from '../../core/words/words';
import { command } from '../../server/command';
import { comingTo, dangersAt } from '../../server/judgeLoops';
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
    const facts = await doing.facts();
    const dangers = await dangersAt(doing, facts, comingTo(step));
    return settle(doing, decideTransfer({ facts, step, group, dangers }, v), v.confirmed);
  },
  takeBack: { words: () => say`Taken back: the fish are where they were, and the job is open again.` },
});
