import { decideTransplant } from '../../core/crops/acts/decideMoveOn';
import { say, word } from '../../core/words/words';
import { balanceAt } from '../../db/ledger';
import { lastCameUp } from '../../db/lots';
import { command } from '../../server/command';
import { inOneLine, plantKnown, settlePlants } from '../plantsKnown';
import { claimStep, CREW } from '../shared';
import { TransplantInput } from './transplant.input';

export const module = command({
  name: 'plants.transplant',
  version: 1,
  title: word`Transplant`,
  who: CREW,
  input: TransplantInput,
  run: async (doing, v) => {
    const { tx } = doing;
    const { step, lotId } = await claimStep(doing, v.stepId, 'transplant', say`Transplant`);
    const known = {
      ...(await plantKnown(doing)),
      ...{ step, lotId },
      there: (await balanceAt(tx, lotId, step.fromPlaceId!)).count,
      cameUp: await lastCameUp(tx, lotId),
    };
    return inOneLine(await settlePlants(doing, decideTransplant(known, v), v.confirmed));
  },
  takeBack: { words: () => say`Taken back: the seedlings are on the bench again, and the job is open.` },
});
