import { decide, refuse, type Decision } from '../../acts/decision';
import { at, stepDone, type Effect, type Taken, type Said } from '../../acts/effects';
import { carriedBy, type StoredStep } from '../../facts/step';
import { shortDay } from '../../quantity/sayDay';
import type { Day } from '../../quantity/days';
import { formatNumber } from '../../quantity/units';
import { say } from '../../words/words';
import { lastStage } from '../recipe';
import { placesNow } from '../roomFor';
import { planFollowsPlants, standElsewhere } from './moving';
import { askedBed, bedOf, composted, counted, plantsAt, requireSoMany, type PlantKnown } from './standing';

export interface MoveOn {
  lotId: string;
  placeId: string;
  toPlaceId: string;
  count: number;
  stage?: number | undefined;
  lost?: number | undefined;
  others?: 'stay' | 'compost' | undefined;
}

/** Plants go to another bed, to their next spacing, or both; all of them or a part. */
export function decideMoveOn(known: PlantKnown, v: MoveOn): Decision<Taken<Said> & { lots: string[] }> {
  return decide((asks) => {
    const { facts, on } = known;
    const { plants, crop, place } = plantsAt(facts, v);
    const to = bedOf(facts, v.toPlaceId);
    const fromBench = plants.transplantedOn === null;
    requireSoMany(plants, v.count + (v.lost ?? 0));
    const others = plants.count - v.count - (v.lost ?? 0);
    const lost = (v.lost ?? 0) + (fromBench && v.others === 'compost' ? others : 0);
    const before = fromBench ? 0 : (plants.stage ?? 0);
    const stage = Math.min(Math.max(v.stage ?? before, before), lastStage(crop));
    const stays = to.id === place.id;
    if (stays && stage === before)
      refuse('toPlaceId', say`They stand there already. Choose another bed, or the next spacing.`);
    const given = stays ? placesNow(crop, { stage: before, plants: v.count + lost, today: on }) : 0;
    asks.push(...askedBed(facts, { crop, to, stage, count: v.count, given }));
    const wish = { toPlaceId: to.id, count: v.count };
    const left = { ...plants, count: plants.count - lost };
    const count = formatNumber(v.count);
    const lines =
      fromBench && others > 0 ? [leftWords(plants, place.code, { others, lost: v.others === 'compost' })] : [];
    return {
      effects: [
        ...(lost > 0 ? [composted(plants, { count: lost, reason: 'lost', note: 'damaged' })] : []),
        ...standElsewhere(known, { ...wish, plants, stage }),
        ...planFollowsPlants(known, { ...wish, plants: left }),
      ],
      lots: [plants.lotCode],
      said: () => ({
        words: stays
          ? say`${count} of ${plants.lotCode} stand at their next spacing.`
          : say`${count} of ${plants.lotCode} stand in ${to.code} now.`,
        lines,
      }),
    };
  });
}

/** What is not said stays where it is, so it is told. */
function leftWords(
  { lotCode }: { lotCode: string },
  bench: string,
  { others, lost }: { others: number; lost: boolean },
) {
  return lost
    ? say`${formatNumber(others)} of ${lotCode} went from ${bench} to compost.`
    : say`${formatNumber(others)} of ${lotCode} stay on ${bench}; enter them as lost there when they did not come up.`;
}

interface StepKnown extends PlantKnown {
  step: StoredStep;
  lotId: string;
}

/** The re-spacing that the plan asks for; what did not make it goes to compost. */
export function decideRespace(known: StepKnown, v: { count: number }): Decision<Taken<Said> & { lots: string[] }> {
  return decide((asks) => {
    const { facts, step, lotId, on } = known;
    const { plants, crop, place } = plantsAt(facts, { lotId, placeId: step.fromPlaceId! });
    requireSoMany(plants, v.count);
    const to = bedOf(facts, step.toPlaceId!);
    const stage = carriedBy(step, 'respace').stage ?? (plants.stage ?? 0) + 1;
    const given =
      to.id === place.id ? placesNow(crop, { stage: plants.stage ?? 0, plants: plants.count, today: on }) : 0;
    asks.push(...askedBed(facts, { crop, to, stage, count: v.count, given }));
    const lost = plants.count - v.count;
    const wish = { toPlaceId: to.id, count: v.count };
    return {
      effects: [
        ...(lost > 0 ? [composted(plants, { count: lost, reason: 'lost', note: 'damaged' })] : []),
        ...standElsewhere(known, { ...wish, plants, stage, stepId: step.id }),
        stepDone(step.id),
        ...planFollowsPlants(known, { ...wish, plants: { ...plants, count: v.count }, doneId: step.id }),
      ],
      lots: [step.lotCode],
      said: () => ({ words: say`${formatNumber(v.count)} of ${step.lotCode} stand at their next spacing.`, lines: [] }),
    };
  });
}

interface TransplantKnown extends StepKnown {
  /** Seeds or plants of the lot on the bench, by the books. */
  there: number;
  /** What was counted last of what came up, and when; null: nobody has. */
  cameUp: { count: number; day: Day } | null;
}

/**
 * Counted seedlings go into the bed; what did not come up or is left over goes to compost, unless more are to be transplanted. More
 * than came up is asked about; more than the books have is written down as counted.
 */
export function decideTransplant(known: TransplantKnown, v: { count: number }): Decision<Taken & { lots: string[] }> {
  return decide((asks) => {
    const { step, lotId, there, cameUp, plan } = known;
    const from = { lotId, placeId: step.fromPlaceId! };
    const stays = plan.some((s) => s.kind === 'transplant' && s.lotCode === step.lotCode && s.id !== step.id);
    const more = Math.max(0, v.count - there);
    if (more > 0)
      asks.push(
        say`By the books ${formatNumber(there)} are on the bench; ${formatNumber(v.count)} went in. Were that many counted?`,
      );
    else if (cameUp && v.count > cameUp.count)
      asks.push(
        say`Only ${formatNumber(cameUp.count)} had come up when counted on ${shortDay(cameUp.day)}; ${formatNumber(v.count)} is more. Is that so?`,
      );
    const lost = stays ? 0 : Math.max(0, there - v.count);
    if (lost > 0) asks.push(say`${lost} of ${there} did not come up or are left over: they go to compost. Is that so?`);
    const moved: Effect = {
      ...{ does: 'movement', lot: { lotId }, from: at(from.placeId), to: at(step.toPlaceId!) },
      ...{ count: v.count, reason: 'transplant', stepId: step.id },
    };
    return {
      effects: [
        ...(more > 0 ? [counted(from, more)] : []),
        moved,
        ...(lost > 0 ? [composted(from, { count: lost, reason: 'lost', stepId: step.id })] : []),
        stepDone(step.id),
      ],
      lots: [step.lotCode],
      said: () => say`Recorded.`,
    };
  });
}
