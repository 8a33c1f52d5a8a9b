import { refuse } from '../../acts/decision';
import { at, role, type Effect } from '../../acts/effects';
import type { FarmFacts, PlaceFact, PlantingFact } from '../../facts/farm';
import type { StoredStep } from '../../facts/step';
import type { Crop } from '../../library/types';
import type { Day } from '../../quantity/days';
import { shortDay } from '../../quantity/sayDay';
import { formatNumber, type UnitChoice } from '../../quantity/units';
import { codeWords } from '../../words/codes';
import { say } from '../../words/words';
import { restOn } from '../bedRest';
import { placesHeld } from '../recipe';
import { placesFree, plantsThatFit } from '../roomFor';
import { suits } from '../suits';

/** What an act on plants is decided from. */
export interface PlantKnown {
  facts: FarmFacts;
  /** The open plan. */
  plan: readonly StoredStep[];
  /** The day it is recorded on. */
  on: Day;
  units: UnitChoice;
  newId: () => string;
}

export interface PlantsHere {
  plants: PlantingFact;
  crop: Crop;
  place: PlaceFact;
  /** All plants of the lot in the place, whatever their stage. */
  standing: number;
}

/** Plants of a lot in a place as the books have them; of several stages the one that is re-spaced next. @throws {RuleBroken} when there are none */
export function plantsAt(facts: FarmFacts, at: { lotId: string; placeId: string }): PlantsHere {
  const here = facts.plantings
    .filter((p) => p.lotId === at.lotId && p.placeId === at.placeId)
    .sort((a, b) => (a.stage ?? 0) - (b.stage ?? 0));
  const [plants] = here;
  const crop = facts.crops.find((c) => c.code === plants?.cropCode);
  const place = facts.places.find((p) => p.id === at.placeId);
  if (!plants || !crop || !place) refuse('form', say`None of that planting stand there any more. Reload.`);
  return { plants, crop, place, standing: here.reduce((sum, p) => sum + p.count, 0) };
}

/** A bed or bench of this farm. @throws {RuleBroken} at `toPlaceId` */
export function bedOf({ places }: FarmFacts, placeId: string): PlaceFact {
  const place = places.find((p) => p.id === placeId);
  if (place?.kind !== 'bed') refuse('toPlaceId', say`Choose a bed of this farm.`);
  return place;
}

/** @throws {RuleBroken} when more are named than stand there */
export function requireSoMany(plants: Pick<PlantingFact, 'lotCode' | 'count'>, count: number, field = 'count'): void {
  if (count > plants.count)
    refuse(
      field,
      say`${formatNumber(plants.count)} of ${plants.lotCode} stand there; ${formatNumber(count)} is more than that.`,
    );
}

interface RoomWish {
  crop: Crop;
  to: PlaceFact;
  stage: number;
  count: number;
  /** Places that the same act gives up there. */
  given: number;
}

/** What is asked before more plants go into a bed than it has places, or a crop into a bed it does not suit. */
export function askedBed(
  { plantings, crops, today }: FarmFacts,
  { crop, to, stage, count, given }: RoomWish,
): string[] {
  const asked: string[] = [];
  if (!suits(crop, to.method))
    asked.push(say`${crop.name} is not grown on ${codeWords(to.method ?? '')} by its recipe; ${to.code} is that.`);
  const rest = restOn(to, today);
  if (rest) asked.push(say`${to.code} rests until ${shortDay(rest.until)}: ${rest.words}.`);
  const free = placesFree({ bed: to, plantings, crops, today });
  if (free !== null && placesHeld(crop, stage, count) > free + given) {
    const most = plantsThatFit(crop, stage, free + given);
    asked.push(
      say`${to.code} has room for ${formatNumber(most)} of them at that spacing; ${formatNumber(count)} is more.`,
    );
  }
  return asked;
}

type AtPlace = Pick<PlantingFact, 'lotId' | 'placeId'>;

interface Gone {
  count: number;
  reason: 'lost' | 'clear';
  note?: string;
  stepId?: string;
}

/** Plants go to compost. */
export const composted = ({ lotId, placeId }: AtPlace, { count, reason, note, stepId }: Gone): Effect => ({
  ...{ does: 'movement', lot: { lotId }, from: at(placeId), to: role('compost') },
  ...{ count, reason, note: note ?? null, stepId },
});

/** More were counted than the books have: the difference is written down as counted, not as grown. */
export const counted = ({ lotId, placeId }: AtPlace, count: number): Effect => ({
  ...{ does: 'movement', lot: { lotId }, from: role('counted'), to: at(placeId), count, reason: 'count' },
});

/** Nothing of a lot stands in a place any more: what is planned for it there is taken out. */
export const planDropped = (plan: readonly StoredStep[], lotCode: string, placeId: string): Effect[] =>
  plan
    .filter((s) => s.state === 'planned' && s.lotCode === lotCode && s.fromPlaceId === placeId)
    .map((s) => ({ does: 'step', stepId: s.id, became: { state: 'dropped' } }));
