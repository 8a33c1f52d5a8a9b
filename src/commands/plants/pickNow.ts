import { say, word } from '../../core/words/words';
import { pickPlants } from '../../db/doing/plants';
import { command } from '../../server/command';
import { followPlants } from '../../server/plantings';
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
    const { tx, entry } = doing;
    const { code } = await pickPlants({ tx, entry, picked: v });
    const lot = await tx('lot').where({ id: v.lotId }).first('code');
    return [say`Packed as ${code}.`, ...(await followPlants(doing, [lot.code]))].join(' ');
  },
  takeBack: { words: () => say`Taken back: that picking.` },
});
