import { decideSow } from '../../core/crops/acts/decideSowing';
import { say, word } from '../../core/words/words';
import { freeSowing } from '../../db/restsOn';
import { seedLots } from '../../db/seedStore';
import { command } from '../../server/command';
import { inOneLine, plantKnown, settlePlants } from '../plantsKnown';
import { claimStep, CREW } from '../shared';
import { CountInput } from './sow.input';

export const module = command({
  name: 'plants.sow',
  version: 1,
  title: word`Sow`,
  who: CREW,
  input: CountInput,
  run: async (doing, v) => {
    const { step } = await claimStep(doing, v.stepId, 'sow', say`Sow`);
    const known = { ...(await plantKnown(doing)), step, seeds: await seedLots(doing.tx) };
    return inOneLine(await settlePlants(doing, decideSow(known, v), true));
  },
  takeBack: {
    words: () => say`Taken back: the seed is in the store again, and the job is open.`,
    free: freeSowing,
  },
});
