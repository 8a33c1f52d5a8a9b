import { decideTransfer } from '../../core/fish/decideMove';
import { say, word } from '../../core/words/words';
import { command } from '../../server/command';
import { comingTo, dangersAt } from '../../server/judgeLoops';
import { settle } from '../../server/settle';
import { TransferInput } from '../inputs';
import { claimStep, CREW } from '../shared';

export const module = command({
  name: 'purge.transfer',
  version: 1,
  title: word`Move to purge tank`,
  who: CREW,
  input: TransferInput,
  run: async (doing, v) => {
    const { step, group } = await claimStep(doing, v.stepId, 'purge', say`Move to purge tank`);
    const facts = await doing.facts();
    const dangers = await dangersAt(doing, facts, comingTo(step));
    return settle(doing, decideTransfer({ facts, step, group, dangers }, v), v.confirmed);
  },
  takeBack: { stays: word`Fish in a purge tank are moved back, not taken back: the gate counts from their transfer.` },
});
