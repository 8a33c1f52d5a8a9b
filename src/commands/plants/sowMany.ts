import { decideSowMany, seedsWanted } from '../../core/crops/acts/decideSowing';
import { say, word } from '../../core/words/words';
import { freeSowing } from '../../db/restsOn';
import { lockStep } from '../../db/plan';
import { seedLots } from '../../db/seedStore';
import { command } from '../../server/command';
import { plantKnown, settlePlants } from '../plantsKnown';
import { CREW } from '../shared';
import { SowManyInput } from './sowMany.input';

/** Several planned sowings in one press: what the bench holds. One entry, taken back as one. */
export const module = command({
  name: 'plants.sowMany',
  version: 1,
  title: word`Sow what the bench holds`,
  who: CREW,
  input: SowManyInput,
  run: async (doing, v) => {
    const sowings = [];
    for (const [stepId, count] of seedsWanted(v.seeds))
      sowings.push({ step: await lockStep(doing.tx, stepId, 'sow'), count });
    const known = { ...(await plantKnown(doing)), sowings, seeds: await seedLots(doing.tx) };
    return settlePlants(doing, decideSowMany(known), true);
  },
  takeBack: {
    words: () => say`Taken back: the seed is in the store again, and the jobs are open.`,
    free: freeSowing,
  },
});
