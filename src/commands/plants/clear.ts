import { decideClear } from '../../core/crops/acts/decideLoss';
import { say, word } from '../../core/words/words';
import { balanceAt } from '../../db/ledger';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { StepInput } from '../inputs';
import { claimStep, CREW } from '../shared';

export const module = command({
  name: 'plants.clear',
  version: 1,
  title: word`Clear and clean`,
  who: CREW,
  input: StepInput,
  run: async (doing, v) => {
    const { step, lotId } = await claimStep(doing, v.stepId, 'clear', say`Clear and clean`);
    const { count: there } = await balanceAt(doing.tx, lotId, step.fromPlaceId!);
    return settle(doing, decideClear({ step, lotId, there }), true);
  },
  takeBack: { words: () => say`Taken back: the plants stand where they stood, and the job is open again.` },
});
