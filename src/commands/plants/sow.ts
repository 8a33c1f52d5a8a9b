import { say, word } from '../../core/words/words';
import { freeSowing } from '../../db/doing/plantings';
import { sowSeed } from '../../db/doing/plants';
import { command } from '../../server/command';
import { followPlants } from '../../server/plantings';
import { CREW, tickStep } from '../shared';
import { CountInput } from './sow.input';

export const module = command({
  name: 'plants.sow',
  version: 1,
  title: word`Sow`,
  who: CREW,
  input: CountInput,
  run: async (doing, v) => {
    await tickStep(doing, v.stepId, say`Sow`);
    const lotCode = await sowSeed(doing.tx, doing.entry, v);
    return [say`Recorded.`, ...(await followPlants(doing, [lotCode]))].join(' ');
  },
  takeBack: {
    words: () => say`Taken back: the seed is in the store again, and the job is open.`,
    free: freeSowing,
  },
});
