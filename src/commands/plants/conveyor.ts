import { say, word } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { formatNumber } from '../../core/quantity/units';
import { pickPlants } from '../../db/doing/plants';
import { planFollowsPlants, NOTHING_MADE, requireSoMany, standElsewhere } from '../../db/doing/plantings';
import { finishStep, stepsOfLot } from '../../db/plan';
import { command, type Doing } from '../../server/command';
import {
  askAboutBed,
  bedOf,
  cropInWords,
  followPlants,
  plantsAt,
  restorePlantPlan,
  type SaidOfPlants,
} from '../../server/plantings';
import { CREW, tickStep } from '../shared';
import { ConveyorInput } from './conveyor.input';

/** Picked at the end, pushed on, refilled from the bench: one act and one undo. */
export const module = command<ConveyorInput, SaidOfPlants>({
  name: 'plants.conveyor',
  version: 1,
  title: word`Pick, push and refill`,
  who: CREW,
  input: ConveyorInput,
  run: async (doing, v) => {
    const { tx, entry } = doing;
    const bed = await bedOf(doing, v.placeId);
    const picked = await plantsAt(doing, v);
    const step = await openStep(doing, picked.plants.lotCode, { kind: 'pick', placeId: bed.id });
    const { code } = await pickPlants({ tx, entry, picked: { ...v, ...(step ? { stepId: step.id } : {}) } });
    if (step) await finish(doing, step);
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

/** The step of the plan that this does: due by today or a few days ahead. */
async function openStep({ tx, entry }: Doing, lotCode: string, at: { kind: 'pick' | 'transplant'; placeId: string }) {
  const steps = await stepsOfLot(tx, lotCode);
  const mine = steps.filter((s) => s.state === 'planned' && s.kind === at.kind);
  const place = (s: (typeof mine)[number]) => (at.kind === 'pick' ? s.fromPlaceId : s.toPlaceId);
  const [next] = mine.filter((s) => place(s) === at.placeId);
  return next && next.day <= entry.farmDay ? next : null;
}

async function finish(doing: Doing, step: Parameters<typeof finishStep>[1]) {
  await tickStep(doing, step.id, say`Pick, push and refill`);
  await finishStep(doing.tx, step, doing.entry.farmDay);
}

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
