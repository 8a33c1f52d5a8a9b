import { refuse } from '../acts/decision';
import type { FarmFacts, FishFact, PlaceFact } from '../facts/farm';
import { formatNumber } from '../quantity/units';
import { say } from '../words/words';
import { moveChecks } from './biosecurity';
import { meanWeightG } from './grading';

/** Which fish are handled: a lot, in one of its tanks. */
export interface Handling {
  lotCode: string;
  fromPlaceId: string;
}

/** @throws {RuleBroken} when the lot is not in that tank */
export function fishAt(
  facts: Pick<FarmFacts, 'fish'>,
  { lotCode, fromPlaceId }: Handling,
  field = 'fromPlaceId',
): FishFact {
  const fish = facts.fish.find((f) => f.lotCode === lotCode && f.placeId === fromPlaceId);
  return fish ?? refuse(field, say`${lotCode} is not in that tank (any more). Reload and look again.`);
}

/** @throws {RuleBroken} when it is no place of the farm */
export function tankOf(facts: Pick<FarmFacts, 'places'>, id: string, field: string): PlaceFact {
  return facts.places.find((p) => p.id === id) ?? refuse(field, say`Choose a tank of this farm.`);
}

interface Weighed {
  field: string;
  massG: number;
  count: number;
  fish: Pick<FishFact, 'bins' | 'referenceG' | 'count'>;
}

/** What a weight is asked about that is far from the forecast's. @throws {RuleBroken} when its unit must be wrong */
export function askedWeight({ field, massG, count, fish }: Weighed): string[] {
  const meanG = massG / count;
  const usualG = meanWeightG(fish);
  const ratio = meanG / usualG;
  if (ratio < 0.02 || ratio > 50)
    refuse(
      field,
      say`That would be ${formatNumber(meanG, meanG < 10 ? 2 : 0)} g a fish; they weigh about ${Math.round(usualG)} g. Check the unit.`,
    );
  return ratio < 0.5 || ratio > 2
    ? [say`That is ${Math.round(meanG)} g a fish; the forecast says about ${Math.round(usualG)} g. As weighed?`]
    : [];
}

interface Move {
  toPlaceId: string;
  count: number;
  meanG: number;
  /** Where a refusal is said. */
  field: string;
}

/**
 * One check for every move of fish, by hand, by plan or by log line: health, who lives there, room.
 * @returns what looks wrong and is asked about @throws {RuleBroken} what may not be
 */
export function askedMove(facts: FarmFacts, handling: Handling, { toPlaceId, count, meanG, field }: Move): string[] {
  const { lotCode, speciesCode } = fishAt(facts, handling, field);
  const [from, to] = [tankOf(facts, handling.fromPlaceId, 'fromPlaceId'), tankOf(facts, toPlaceId, field)];
  const checks = moveChecks(facts, { lotCode, speciesCode, from, to, count, meanG, day: facts.today });
  const barred = checks.find((c) => c.answer === 'refuse');
  if (barred) refuse(field, barred.words);
  return checks.filter((c) => c.answer === 'ask').map((c) => c.words);
}
