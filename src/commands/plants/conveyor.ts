import { decideConveyor } from '../../core/crops/acts/decidePick';
import { say, word } from '../../core/words/words';
import { cutOnDay } from '../../db/plantingFacts';
import { command } from '../../server/command';
import { plantKnown, settlePlants } from '../plantsKnown';
import { CREW } from '../shared';
import { ConveyorInput } from './conveyor.input';

/** Picked at the end, pushed on, refilled from the bench: one act and one undo. */
export const module = command({
  name: 'plants.conveyor',
  version: 1,
  title: word`Pick, push and refill`,
  who: CREW,
  input: ConveyorInput,
  run: async (doing, v) => {
    const known = { ...(await plantKnown(doing)), cut: await cutOnDay(doing.tx, v, doing.entry.farmDay) };
    return settlePlants(doing, decideConveyor(known, v), v.confirmed);
  },
  takeBack: { words: () => say`Taken back: what was picked stands again, what came in is on the bench.` },
});
