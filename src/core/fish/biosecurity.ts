import { say } from '../words/words';
import { isGrazed } from './feed';
import { meanWeightG } from './grading';
import type { FarmFacts, PlaceFact } from '../facts/farm';
import type { Day } from '../quantity/days';
import { shortDay } from '../quantity/sayDay';
import { densityKgM3, waterL } from './stocking';
import { formatNumber } from '../quantity/units';

export interface MoveWish {
  lotCode: string;
  speciesCode: string;
  from: PlaceFact;
  to: PlaceFact;
  count: number;
  meanG: number;
  day: Day;
}

export interface MoveCheck {
  /** A refusal stands; a question is asked and may be answered with yes. */
  answer: 'refuse' | 'ask';
  words: string;
}

/** Crustaceans live where nobody feeds them; small fish may. */
export const COMPANIONS: ReadonlySet<string> = new Set(['giant-freshwater-prawn', 'redclaw-crayfish']);
/** Fish this many times heavier eat the others. Planning default. */
const CANNIBAL_RATIO = 2.5;
/** Fish up to this weight find enough to eat in a sump or a channel. Planning default. */
export const SMALL_FISH_G = 30;
/** Over the limit by this factor there is no question left. */
const HOPELESS = 2;

/** What stands against moving fish from one place to another: health first, then who lives there, then room. */
export function moveChecks(facts: FarmFacts, wish: MoveWish): MoveCheck[] {
  return [...healthChecks(facts, wish), ...neighbourChecks(facts, wish), ...roomChecks(facts, wish)];
}

function healthChecks(facts: FarmFacts, { lotCode, from, to, day }: MoveWish): MoveCheck[] {
  const checks: MoveCheck[] = [];
  const apart = facts.quarantine.find((q) => q.lotCode === lotCode && q.placeId === from.id);
  if (apart && !apart.clearedOn && to.kind !== 'quarantine') {
    checks.push({
      answer: 'refuse',
      words: say`${lotCode} is in quarantine until ${shortDay(apart.until)} and not cleared. Clear it first, with what was observed.`,
    });
  }
  const sick = facts.quarantine.find((q) => q.placeId === to.id && q.lotCode !== lotCode && !q.clearedOn);
  if (sick)
    checks.push({ answer: 'refuse', words: say`${to.code} holds ${sick.lotCode} in quarantine: nothing joins it.` });
  const resting = facts.resting.find((r) => r.placeId === to.id);
  if (resting)
    checks.push({
      answer: 'refuse',
      words: say`${to.code} rests until ${shortDay(resting.until)}. Record it as cleaned before stocking it again.`,
    });
  const treated = facts.treatments.find((t) => t.lotCode === lotCode && t.until >= day);
  if (treated && to.kind === 'purge') {
    checks.push({
      answer: 'refuse',
      words: say`${lotCode} was treated (${treated.product}): not for sale up to and with ${shortDay(treated.until)}. The label and the veterinarian set that date.`,
    });
  }
  if (from.loopId && to.loopId && from.loopId !== to.loopId) {
    const names = [from.loopId, to.loopId].map((id) => facts.loops.find((l) => l.id === id)?.name ?? '');
    checks.push({
      answer: 'ask',
      words: say`${names[0]} and ${names[1]} are kept apart: fish, nets and hands carry disease across. Really move between them?`,
    });
  }
  return checks;
}

function neighbourChecks(facts: FarmFacts, wish: MoveWish): MoveCheck[] {
  const { to, speciesCode, lotCode, meanG } = wish;
  if (!mayHoldFish(to)) return [{ answer: 'refuse', words: say`${to.code} is no place for fish.` }];
  const unfed = isGrazed(to) && !COMPANIONS.has(speciesCode);
  if (unfed && meanG > SMALL_FISH_G) {
    return [
      {
        answer: 'refuse',
        words: say`${to.code} is for companion stock only, crustaceans or fish under ${SMALL_FISH_G} g: nobody feeds fish there.`,
      },
    ];
  }
  const alone: MoveCheck[] = unfed
    ? [
        {
          answer: 'ask',
          words: say`Nobody feeds fish in ${to.code}: they live on what they find. Keep them there as companion stock?`,
        },
      ]
    : [];
  const together = facts.fish
    .filter((f) => f.placeId === to.id && f.lotCode !== lotCode && f.count > 0)
    .flatMap((f): MoveCheck[] => {
      if (f.feedStoppedOn && to.kind !== 'purge') {
        return [
          {
            answer: 'refuse',
            words: say`Feed is stopped in ${to.code} for ${f.lotCode}: fed fish would spoil its purge.`,
          },
        ];
      }
      if (to.kind === 'purge')
        return [
          {
            answer: 'ask',
            words: say`${f.lotCode} is being purged in ${to.code}: its days would begin again. Join them?`,
          },
        ];
      const ratio = Math.max(meanWeightG(f) / meanG, meanG / meanWeightG(f));
      if (ratio > CANNIBAL_RATIO) {
        return [
          {
            answer: 'ask',
            words: say`${f.lotCode} in ${to.code} differs ${formatNumber(ratio, 1)} times in weight: the larger may eat the smaller. Put them together?`,
          },
        ];
      }
      if (f.speciesCode !== speciesCode) {
        return [
          {
            answer: 'ask',
            words: say`${to.code} holds another species (${f.lotCode}), ready at another time. Keep them together?`,
          },
        ];
      }
      return [
        {
          answer: 'ask',
          words: say`${f.lotCode} is in ${to.code}: mixed fish can only be counted separately if you can tell them apart. Mix anyway?`,
        },
      ];
    });
  return [...alone, ...together];
}

const FISH_PLACES: ReadonlySet<PlaceFact['kind']> = new Set(['tank', 'purge', 'quarantine', 'sump']);

/** Tanks of every kind, sumps, and the water under rafts. */
export function mayHoldFish(place: Pick<PlaceFact, 'kind' | 'method'>): boolean {
  return FISH_PLACES.has(place.kind) || (place.kind === 'bed' && place.method === 'raft');
}

function roomChecks(facts: FarmFacts, { to, count, meanG, lotCode }: MoveWish): MoveCheck[] {
  if (!to.densityLimitKgM3) return [];
  const there = facts.fish.filter((f) => f.placeId === to.id && f.lotCode !== lotCode);
  const kg = there.reduce((sum, f) => sum + f.count * meanWeightG(f), 0) + count * meanG;
  const density = densityKgM3(kg, waterL(to));
  if (density <= to.densityLimitKgM3) return [];
  const words = say`${to.code} would hold ${formatNumber(density, 1)} kg/m³, its limit is ${to.densityLimitKgM3}.`;
  if (density > to.densityLimitKgM3 * HOPELESS)
    return [{ answer: 'refuse', words: say`${words} Take a larger tank or fewer fish.` }];
  return [{ answer: 'ask', words: say`${words} Move them all the same?` }];
}
