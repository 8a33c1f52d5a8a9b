import { RANGES } from '../../core/quantity/ranges';
import { pickPlants } from '../../db/doing/plants';
import { command } from '../../server/command';
import { AmountField, IdField } from '../inputs';
import { CREW } from '../shared';

class PickNowInput {
  @IdField('Choose a planting') lotId!: string;
  @IdField('Choose a bed') placeId!: string;
  @AmountField(RANGES.units, { words: 'Give what was picked as a number', low: 'Give what was picked' })
  quantity!: number;
}

/** Picked without a step of the plan. */
export const module = command({
  name: 'plants.pickNow',
  version: 1,
  title: 'Pick',
  who: CREW,
  input: PickNowInput,
  run: async ({ tx, entry }, v) => `Packed as ${(await pickPlants(tx, entry, v)).code}.`,
  takeBack: { words: () => 'Taken back: that picking.' },
});
