import { say, word } from '../../core/words/words';
import { command } from '../../server/command';
import { followPlants, pickAsPlanned } from '../../server/plantings';
import { CREW } from '../shared';
import { PickNowInput } from './pickNow.input';

/** Picked without a step of the plan. */
export const module = command({
  name: 'plants.pickNow',
  version: 1,
  title: word`Pick`,
  who: CREW,
  input: PickNowInput,
  run: async (doing, v) => {
    const { code, lotCode } = await pickAsPlanned(doing, v);
    return [say`Packed as ${code}.`, ...(await followPlants(doing, [lotCode]))].join(' ');
  },
  takeBack: { words: () => say`Taken back: that picking.` },
});
