import { say, word } from '../../core/words/words';
import { NOTHING_MADE } from '../../db/doing/plantings';
import { pickStep } from '../../db/doing/plants';
import { command } from '../../server/command';
import { followPlants, refillBed, restorePlantPlan, type SaidOfPlants } from '../../server/plantings';
import { CREW, tickStep } from '../shared';
import { PickInput } from './pick.input';

/** The pick that the plan has; what comes in from the bench at the same time is one entry with it. */
export const module = command<PickInput, SaidOfPlants>({
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
    return { words, lines, plan: refill?.plan ?? NOTHING_MADE };
  },
  takeBack: { words: () => say`Taken back: that picking, and the job is open again.`, free: restorePlantPlan },
});
