import { say, word } from '../../core/words/words';
import { command } from '../../server/command';
import { bedOf, followPlants, pickAsPlanned, plantsAt, refillBed } from '../../server/plantings';
import { CREW, type Said } from '../shared';
import { ConveyorInput } from './conveyor.input';

/** Picked at the end, pushed on, refilled from the bench: one act and one undo. */
export const module = command<ConveyorInput, Said>({
  name: 'plants.conveyor',
  version: 1,
  title: word`Pick, push and refill`,
  who: CREW,
  input: ConveyorInput,
  run: async (doing, v) => {
    const bed = await bedOf(doing, v.placeId);
    const picked = await plantsAt(doing, v);
    const { code } = await pickAsPlanned(doing, v);
    const refill = await refillBed(doing, v);
    const lines = await followPlants(doing, [picked.plants.lotCode, ...(refill ? [refill.lotCode] : [])]);
    const words = refill
      ? say`Packed as ${code}; ${refill.words} in ${bed.code}.`
      : say`Packed as ${code}; ${bed.code} is pushed on and has room at its beginning.`;
    return { words, lines };
  },
  takeBack: {
    words: () => say`Taken back: what was picked stands again, what came in is on the bench.`,
  },
});
