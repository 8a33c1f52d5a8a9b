import { say, word } from '../../core/words/words';
import { pickStep } from '../../db/doing/plants';
import { command } from '../../server/command';
import { followPlants, refillBed } from '../../server/plantings';
import { CREW, tickStep, type Said } from '../shared';
import { PickInput } from './pick.input';

/** The pick that the plan has; what comes in from the bench at the same time is one entry with it. */
export const module = command<PickInput, Said>({
  name: 'plants.pick',
  version: 1,
  title: word`Pick`,
  who: CREW,
  input: PickInput,
  run: async (doing, v) => {
    await tickStep(doing, v.stepId, say`Pick`);
    const { code, lotCode, placeId } = await pickStep(doing.tx, doing.entry, v);
    const refill = await refillBed(doing, { ...v, placeId });
    const lines = await followPlants(doing, [lotCode, ...(refill ? [refill.lotCode] : [])]);
    const words = refill ? say`Packed as ${code}; ${refill.words}.` : say`Packed as ${code}.`;
    return { words, lines };
  },
  takeBack: { words: () => say`Taken back: that picking, and the job is open again.` },
});
