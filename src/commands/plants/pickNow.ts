import { say, word } from '../../core/words/words';
import { pickPlants } from '../../db/doing/plants';
import { command } from '../../server/command';
import { CREW } from '../shared';
import { PickNowInput } from './pickNow.input';

/** Picked without a step of the plan. */
export const module = command({
  name: 'plants.pickNow',
  version: 1,
  title: word`Pick`,
  who: CREW,
  input: PickNowInput,
  run: async ({ tx, entry }, v) => say`Packed as ${(await pickPlants({ tx, entry, picked: v })).code}.`,
  takeBack: { words: () => say`Taken back: that picking.` },
});
