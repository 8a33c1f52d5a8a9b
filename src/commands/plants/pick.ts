import { decidePick } from '../../core/crops/acts/decidePick';
import { say, word } from '../../core/words/words';
import { cutOnDay } from '../../db/plantingFacts';
import { command } from '../../server/command';
import { plantKnown, settlePlants } from '../plantsKnown';
import { claimStep, CREW } from '../shared';
import { PickInput } from './pick.input';

/** The pick that the plan has; what comes in from the bench at the same time is one entry with it. */
export const module = command({
  name: 'plants.pick',
  version: 1,
  title: word`Pick`,
  who: CREW,
  input: PickInput,
  run: async (doing, v) => {
    const { step, lotId } = await claimStep(doing, v.stepId, 'pick', say`Pick`);
    const cut = await cutOnDay(doing.tx, { lotId, placeId: step.fromPlaceId! }, doing.entry.farmDay);
    const known = { ...(await plantKnown(doing)), step, lotId, cut };
    return settlePlants(doing, decidePick(known, v), v.confirmed);
  },
  takeBack: { words: () => say`Taken back: that picking, and the job is open again.` },
});
