import { say, word } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { formatNumber } from '../../core/quantity/units';
import { planFollowsPlants, NOTHING_MADE, requireSoMany, standElsewhere } from '../../db/doing/plantings';
import { command, type Doing } from '../../server/command';
import {
  askAboutBed,
  bedOf,
  cropInWords,
  followPlants,
  pickAsPlanned,
  plantsAt,
  restorePlantPlan,
  type SaidOfPlants,
} from '../../server/plantings';
import { CREW } from '../shared';
import { ConveyorInput } from './conveyor.input';

/** Picked at the end, pushed on, refilled from the bench: one act and one undo. */
export const module = command<ConveyorInput, SaidOfPlants>({
  name: 'plants.conveyor',
  version: 1,
  title: word`Pick, push and refill`,
  who: CREW,
  input: ConveyorInput,
  run: async (doing, v) => {
    const bed = await bedOf(doing, v.placeId);
    const picked = await plantsAt(doing, v);
    const { code } = await pickAsPlanned(doing, v);
    const refill = await refillFrom(doing, v);
    const lines = await followPlants(doing, [picked.plants.lotCode, ...(refill ? [refill.lotCode] : [])]);
    const words = refill
      ? say`Packed as ${code}; ${refill.words} in ${bed.code}.`
      : say`Packed as ${code}; ${bed.code} is pushed on and has room at its beginning.`;
    return { words, lines, plan: refill?.plan ?? NOTHING_MADE };
  },
  takeBack: {
    words: () => say`Taken back: what was picked stands again, what came in is on the bench.`,
    free: restorePlantPlan,
  },
});

async function refillFrom(doing: Doing, v: ConveyorInput) {
  if (!v.refillLotId || !v.refillCount) return null;
  const { tx, entry } = doing;
  const facts = await doing.facts();
  const bench = facts.plantings.find((p) => p.lotId === v.refillLotId && p.transplantedOn === null);
  if (!bench)
    throw new RuleBroken('refillLotId', say`None of that planting are on the bench any more. Choose another.`);
  const { plants, crop } = await plantsAt(doing, { lotId: bench.lotId, placeId: bench.placeId });
  requireSoMany(plants, v.refillCount, 'refillCount');
  const to = await bedOf(doing, v.placeId);
  await askAboutBed(doing, { crop, to, stage: 0, count: v.refillCount, given: 0 }, v.confirmed);
  await standElsewhere({ tx, entry, plants, toPlaceId: to.id, count: v.refillCount, stage: 0 });
  const plan = await planFollowsPlants({
    tx,
    entry,
    plants,
    toPlaceId: to.id,
    count: v.refillCount,
  });
  return {
    plan,
    lotCode: plants.lotCode,
    words: say`${formatNumber(v.refillCount)} ${cropInWords(crop)} stand at the beginning`,
  };
}
