import { say, word } from '../../core/words/words';
import { pickStep } from '../../db/doing/plants';
import { command } from '../../server/command';
import { followPlants } from '../../server/plantings';
import { CREW, tickStep } from '../shared';
import { PickInput } from './pick.input';

export const module = command({
  name: 'plants.pick',
  version: 1,
  title: word`Pick`,
  who: CREW,
  input: PickInput,
  run: async (doing, v) => {
    await tickStep(doing, v.stepId, say`Pick`);
    const { code, lotCode } = await pickStep(doing.tx, doing.entry, v);
    return [say`Packed as ${code}.`, ...(await followPlants(doing, [lotCode]))].join(' ');
  },
  takeBack: { words: () => say`Taken back: that picking, and the job is open again.` },
});
