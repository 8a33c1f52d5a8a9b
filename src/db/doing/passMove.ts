import { say } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { moveChecks } from '../../core/fish/biosecurity';
import type { FarmFacts, FishFact, PlaceFact } from '../../core/facts/farm';

export interface Handling {
  lotCode: string;
  fromPlaceId: string;
  /** What the screen asked about was answered with yes. */
  confirmed: boolean;
}

/** @throws {RuleBroken} when the lot is not in that tank */
export function fishAt(facts: FarmFacts, { lotCode, fromPlaceId }: Handling, field = 'fromPlaceId'): FishFact {
  const fish = facts.fish.find((f) => f.lotCode === lotCode && f.placeId === fromPlaceId);
  if (!fish) throw new RuleBroken(field, say`${lotCode} is not in that tank (any more). Reload and look again.`);
  return fish;
}

export function placeOf(facts: FarmFacts, id: string, field: string): PlaceFact {
  const place = facts.places.find((p) => p.id === id);
  if (!place) throw new RuleBroken(field, say`Choose a tank of this farm.`);
  return place;
}

interface Move {
  toPlaceId: string;
  count: number;
  meanG: number;
  /** Where a refusal is said. */
  field: string;
}

/**
 * One check for every move of fish, by hand, by plan or by log line: health, who lives there, room. Refuses what may not
 * be, and asks about what looks wrong until it is confirmed.
 */
export function passMove(facts: FarmFacts, handling: Handling, { toPlaceId, count, meanG, field }: Move): void {
  const fish = fishAt(facts, handling, field);
  const [from, to] = [placeOf(facts, handling.fromPlaceId, 'fromPlaceId'), placeOf(facts, toPlaceId, field)];
  const wish = { lotCode: fish.lotCode, speciesCode: fish.speciesCode, from, to, count, meanG, day: facts.today };
  const checks = moveChecks(facts, wish);
  const refused = checks.find((c) => c.answer === 'refuse');
  if (refused) throw new RuleBroken(field, refused.words);
  const asked = checks.filter((c) => c.answer === 'ask').map((c) => c.words);
  if (asked.length > 0 && !handling.confirmed) throw new RuleBroken('confirm', asked.join('\n'));
}
