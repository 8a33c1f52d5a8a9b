import { say, word } from '../../core/words/words';
import { RANGES } from '../../core/quantity/ranges';
import { pickPlants } from '../../db/doing/plants';
import { command } from '../../server/command';
import { AmountField, IdField } from '../inputs';
import { CREW } from '../shared';

class PickNowInput {
  @IdField(word`Choose a planting`) lotId!: string;
  @IdField(word`Choose a bed`) placeId!: string;
  @AmountField(RANGES.units, { words: word`Give what was picked as a number`, low: word`Give what was picked` })
  quantity!: number;
}

/** Picked without a step of the plan. */
export const module = command({
  name: 'plants.pickNow',
  version: 1,
  title: word`Pick`,
  who: CREW,
  input: PickNowInput,
  run: async ({ tx, entry }, v) => say`Packed as ${(await pickPlants(tx, entry, v)).code}.`,
  takeBack: { words: () => say`Taken back: that picking.` },
});
