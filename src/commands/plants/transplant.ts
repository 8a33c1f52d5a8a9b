import { say, word } from '../../core/words/words';
import { transplant } from '../../db/doing/plants';
import { command } from '../../server/command';
import { followPlants } from '../../server/plantings';
import { CREW, tickStep } from '../shared';
import { TransplantInput } from './transplant.input';

export const module = command({
  name: 'plants.transplant',
  version: 1,
  title: word`Transplant`,
  who: CREW,
  input: TransplantInput,
  run: async (doing, v) => {
    await tickStep(doing, v.stepId, say`Transplant`);
    const lotCode = await transplant(doing.tx, doing.entry, v);
    return [say`Recorded.`, ...(await followPlants(doing, [lotCode]))].join(' ');
  },
  takeBack: { words: () => say`Taken back: the seedlings are on the bench again, and the job is open.` },
});
