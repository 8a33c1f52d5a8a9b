import { say, word } from '../../core/words/words';
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
  takeBack: { stays: word`What was sown stays counted; what does not come up is left out when it is transplanted.` },
});
