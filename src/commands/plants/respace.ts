import { say, word } from '../../core/words/words';
import { placesNow } from '../../core/crops/roomFor';
import { formatNumber } from '../../core/quantity/units';
import { planFollowsPlants, requireSoMany, standElsewhere, toCompost } from '../../db/doing/plantings';
import { finishStep, lockStep } from '../../db/plan';
import { command } from '../../server/command';
import { askAboutBed, bedOf, followPlants, plantsAt } from '../../server/plantings';
import { CREW, tickStep, type Said } from '../shared';
import { RespaceInput } from './respace.input';

/** The re-spacing that the plan asks for; what did not make it goes to compost. */
export const module = command<RespaceInput, Said>({
  name: 'plants.respace',
  version: 1,
  title: word`Re-space`,
  who: CREW,
  input: RespaceInput,
  run: async (doing, v) => {
    const { tx, entry } = doing;
    await tickStep(doing, v.stepId, say`Re-space`);
    const step = await lockStep(tx, v.stepId, 'respace');
    const lot = await tx('lot').where({ code: step.lotCode }).first('id');
    const { plants, crop, place } = await plantsAt(doing, { lotId: lot?.id, placeId: step.fromPlaceId! });
    requireSoMany(plants, v.count);
    const to = await bedOf(doing, step.toPlaceId!);
    const stage = step.detail.stage ?? (plants.stage ?? 0) + 1;
    const given =
      to.id === place.id
        ? placesNow(crop, { stage: plants.stage ?? 0, plants: plants.count, today: entry.farmDay })
        : 0;
    await askAboutBed(doing, { crop, to, stage, count: v.count, given }, v.confirmed);
    const lost = plants.count - v.count;
    if (lost > 0) await toCompost({ tx, entry, plants, count: lost, reason: 'lost', note: 'damaged' });
    await standElsewhere({ tx, entry, plants, toPlaceId: to.id, count: v.count, stage, stepId: step.id });
    await finishStep(tx, step, entry.farmDay);
    const left = { ...plants, count: v.count };
    await planFollowsPlants({ tx, entry, plants: left, toPlaceId: to.id, count: v.count });
    const lines = await followPlants(doing, [step.lotCode]);
    return { words: say`${formatNumber(v.count)} of ${step.lotCode} stand at their next spacing.`, lines };
  },
  takeBack: {
    words: () => say`Taken back: the plants stand as they stood, and the job is open again.`,
  },
});
