import 'server-only';
import { RuleBroken } from '../core/errors';
import { restOn } from '../core/crops/bedRest';
import { placesHeld } from '../core/crops/recipe';
import { placesFree, plantsThatFit } from '../core/crops/roomFor';
import { suits } from '../core/crops/suits';
import type { Crop } from '../core/library/types';
import { inSentence } from '../core/library/inSentence';
import { followRipeness } from '../core/plan/followRipeness';
import { stepWords } from '../core/plan/steps/steps';
import type { PlaceFact, PlantingFact } from '../core/facts/farm';
import { formatNumber } from '../core/quantity/units';
import { shortDay } from '../core/quantity/sayDay';
import { codeWords } from '../core/words/codes';
import { say } from '../core/words/words';
import { planFollowsPlants, requireSoMany, standElsewhere } from '../db/doing/plantings';
import { pickPlants } from '../db/doing/plants';
import { finishTask } from '../db/events';
import { finishStep, moveSteps } from '../db/plan';
import { stepJob } from '../core/tasks/sources/step';
import type { Doing } from './command';

export interface PlantsHere {
  plants: PlantingFact;
  crop: Crop;
  place: PlaceFact;
  /** All plants of the lot in the place, whatever their stage. */
  standing: number;
}

/** Plants of a lot in a place as the books have them; of several stages the one that is re-spaced next. @throws {RuleBroken} when there are none */
export async function plantsAt(doing: Doing, at: { lotId: string; placeId: string }): Promise<PlantsHere> {
  const facts = await doing.facts();
  const here = facts.plantings
    .filter((p) => p.lotId === at.lotId && p.placeId === at.placeId)
    .sort((a, b) => (a.stage ?? 0) - (b.stage ?? 0));
  const [plants] = here;
  const crop = facts.crops.find((c) => c.code === plants?.cropCode);
  const place = facts.places.find((p) => p.id === at.placeId);
  if (!plants || !crop || !place)
    throw new RuleBroken('form', say`None of that planting stand there any more. Reload.`);
  return { plants, crop, place, standing: here.reduce((sum, p) => sum + p.count, 0) };
}

/** A bed or bench of this farm. @throws {RuleBroken} at `toPlaceId` */
export async function bedOf(doing: Doing, placeId: string): Promise<PlaceFact> {
  const place = (await doing.facts()).places.find((p) => p.id === placeId);
  if (place?.kind !== 'bed') throw new RuleBroken('toPlaceId', say`Choose a bed of this farm.`);
  return place;
}

interface RoomWish {
  crop: Crop;
  to: PlaceFact;
  stage: number;
  count: number;
  /** Places that the same plants hold there now and give up. */
  given: number;
}

/** Asks before more plants go into a bed than it has places, or a crop into a bed it does not suit. */
export async function askAboutBed(doing: Doing, wish: RoomWish, confirmed: boolean | undefined): Promise<void> {
  const { crop, to, stage, count, given } = wish;
  const asked: string[] = [];
  if (!suits(crop, to.method))
    asked.push(say`${crop.name} is not grown on ${codeWords(to.method ?? '')} by its recipe; ${to.code} is that.`);
  const { plantings, crops, today } = await doing.facts();
  const rest = restOn(to, today);
  if (rest) asked.push(say`${to.code} rests until ${shortDay(rest.until)}: ${rest.words}.`);
  const free = placesFree({ bed: to, plantings, crops, today });
  if (free !== null && placesHeld(crop, stage, count) > free + given) {
    const most = plantsThatFit(crop, stage, free + given);
    asked.push(
      say`${to.code} has room for ${formatNumber(most)} of them at that spacing; ${formatNumber(count)} is more.`,
    );
  }
  if (asked.length > 0 && !confirmed) throw new RuleBroken('confirm', asked.join('\n'));
}

const MOST_LINES = 4;

/** Sets what is planned for some plantings to the days on which the plants will be there. @returns what went to another day, in lines */
export async function followPlants(doing: Doing, lotCodes: readonly string[]): Promise<string[]> {
  const facts = await doing.facts();
  const plan = await doing.steps();
  const followed = followRipeness({ facts, plan, lots: new Set(lotCodes) });
  await moveSteps(
    doing.tx,
    followed.map(({ step, day }) => ({ id: step.id, day })),
  );
  return followed
    .filter(({ step }) => step.kind !== 'clear')
    .slice(0, MOST_LINES)
    .map(({ step, day }) => say`${stepWords(step.kind)} goes from ${shortDay(step.day)} to ${shortDay(day)}.`);
}

/**
 * Picks plants that stand in a bed; the pick that the plan has next there is done by it. Whole heads that are left over are picked
 * on its day. @returns the packed lot's code, and whose plants they were
 */
export async function pickAsPlanned(
  doing: Doing,
  picked: { lotId: string; placeId: string; quantity: number; productCode?: string | undefined },
): Promise<{ code: string; lotCode: string }> {
  const { tx, entry } = doing;
  const before = await plantsAt(doing, picked);
  const { lotCode } = before.plants;
  const again = before.crop.cutsMax > 1;
  const sameCut = again && before.plants.lastCutOn === entry.farmDay;
  const [next] = (await doing.steps()).filter(
    (s) => s.kind === 'pick' && s.lotCode === lotCode && s.fromPlaceId === picked.placeId,
  );
  const step = sameCut ? undefined : next;
  const { code } = await pickPlants({ tx, entry, picked: { ...picked, ...(step ? { stepId: step.id } : {}) } });
  if (!step) return { code, lotCode };
  const left = (await doing.facts()).plantings
    .filter((p) => p.lotCode === lotCode && p.placeId === picked.placeId)
    .reduce((sum, p) => sum + p.count, 0);
  const stillToPick = again ? 0 : Math.min(left, step.count - (before.standing - left));
  if (stillToPick > 0)
    await tx('plan_step')
      .where({ id: step.id })
      .update({ count: stillToPick, version: step.version + 1 });
  else {
    await finishTask(tx, entry, { job: stepJob(step.id), title: say`Pick` });
    await finishStep(tx, step, entry.farmDay);
  }
  return { code, lotCode };
}

export const cropInWords = (crop: Crop) => inSentence(crop.name);

interface Refill {
  placeId: string;
  refillLotId?: string | undefined;
  refillCount?: number | undefined;
  confirmed?: boolean | undefined;
}

/** Plants from the bench come in at the beginning of a bed that was pushed on. Null: none do. */
export async function refillBed(doing: Doing, v: Refill) {
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
  await planFollowsPlants({ tx, entry, plants, toPlaceId: to.id, count: v.refillCount });
  return {
    lotCode: plants.lotCode,
    words: say`${formatNumber(v.refillCount)} ${cropInWords(crop)} stand at the beginning`,
  };
}
