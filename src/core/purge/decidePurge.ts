import { purgeDaysIn } from '../plan/purgeDaysIn';
import { decide, refuse, type Decision } from '../acts/decision';
import { stepDone, type Effect, type Taken } from '../acts/effects';
import type { FarmFacts } from '../facts/farm';
import type { PlanStep, StepKind, StoredStep } from '../facts/step';
import { stepWords } from '../plan/steps/steps';
import type { Species } from '../library/types';
import { daysBetween } from '../quantity/days';
import { say } from '../words/words';

export interface PurgeFacts {
  step: StoredStep;
  /** Steps of its batch that were not dropped, by day. */
  group: readonly StoredStep[];
}

/** @throws {RuleBroken} when something of the batch must be done before */
export function requireDoneBefore({ step, group }: PurgeFacts, kinds: readonly StepKind[]): void {
  const open = group.find((s) => s.state === 'planned' && s.id !== step.id && kinds.includes(s.kind));
  if (open) refuse('stepId', say`First: ${stepWords(open.kind).toLowerCase()}, planned for ${open.day}.`);
}

interface StopFacts extends PurgeFacts {
  facts: Pick<FarmFacts, 'places' | 'species' | 'loops'>;
  lotId: string;
  /** g of salt a litre of the purge tank, by place. */
  salted: ReadonlyMap<string, number>;
}

/** Days by the water of its harvest day: as many as were planned, where that is no fewer than the species needs at its best. */
function fastingDaysOf(
  facts: StopFacts['facts'],
  species: Species,
  { step, group }: Pick<StopFacts, 'step' | 'group'>,
): number {
  const harvest = group.find((s) => s.kind === 'harvest');
  const from = group.find((s) => s.kind === 'purge') ?? step;
  const planned = harvest ? daysBetween(from.day, harvest.day) : Infinity;
  const byWater = purgeDaysIn(facts, species, { placeId: step.fromPlaceId, day: harvest?.day ?? step.day });
  return Math.max(1, species.purgeDays, Math.min(planned, byWater));
}

/** Feed stops, and with it is fixed what this batch must meet before sale. */
export function decideStopFeed({ facts, step, group, lotId, salted }: StopFacts): Decision<Taken> {
  return decide(() => {
    const purge = group.find((s) => s.kind === 'purge');
    const tank = facts.places.find((p) => p.id === purge?.toPlaceId);
    const species = facts.species.find((s) => s.code === step.speciesCode);
    const opened: Effect = {
      does: 'batchOpened',
      batch: {
        ...{ groupId: step.groupId, lotId, fromPlaceId: step.fromPlaceId!, purgePlaceId: tank?.id ?? null },
        method: !tank ? 'in_place' : salted.has(tank.id) ? 'salted' : 'separate',
        fastingDays: species ? fastingDaysOf(facts, species, { step, group }) : 1,
        exchanges: group.filter((s) => s.kind === 'exchange').length,
        taste: true,
      },
    };
    return { effects: [opened, stepDone(step.id)], said: () => say`Recorded.` };
  });
}

/** Purge water is exchanged. */
export function decideExchange(
  known: PurgeFacts,
  { litres, saltG }: { litres: number; saltG: number },
): Decision<Taken> {
  return decide(() => {
    requireDoneBefore(known, ['purge']);
    const stepId = known.step.id;
    const effects: Effect[] = [{ does: 'purgeCheck', stepId, check: 'exchange', litres, saltG }, stepDone(stepId)];
    return { effects, said: () => say`Recorded.` };
  });
}

interface Tasted {
  passed: boolean;
  note?: string | undefined;
}

/**
 * A clean taste finishes the step; one that is not is recorded, the step stays to be done again, and what follows moves.
 * @param later steps of the batch with the days they go to when it is not clean @param told what that does, in words
 */
export function decideTaste(
  known: PurgeFacts & { later: readonly PlanStep[]; told: string[] },
  taste: Tasted,
): Decision<Taken> {
  return decide(() => {
    requireDoneBefore(known, ['feed_stop', 'purge']);
    const stepId = known.step.id;
    const check: Effect = {
      does: 'purgeCheck',
      stepId,
      check: 'taste',
      passed: taste.passed,
      note: taste.note ?? null,
    };
    if (taste.passed) return { effects: [check, stepDone(stepId)], said: () => say`Recorded: taste clean.` };
    const moved = known.later.map((s): Effect => ({ does: 'step', stepId: s.id, became: { day: s.day } }));
    return { effects: [check, ...moved], said: () => [say`Recorded: not clean.`, ...known.told].join(' ') };
  });
}
