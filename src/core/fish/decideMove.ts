import { decide, refuse, type Decision } from '../acts/decision';
import { at, stepDone, type Effect, type Taken } from '../acts/effects';
import type { FarmFacts } from '../facts/farm';
import type { StoredStep } from '../facts/step';
import { planFollowsMove } from '../plan/followMove';
import { requireDoneBefore } from '../purge/decidePurge';
import { say } from '../words/words';
import { askedDeaths, deathsOf } from './decideDeaths';
import { askedMove, askedWeight, fishAt, tankOf, type Handling } from './handling';

export interface MoveNow extends Handling {
  toPlaceId: string;
  count: number;
  massG: number;
  dead: number;
}

interface MoveFacts {
  facts: FarmFacts;
  /** Steps of the lot that were not dropped. */
  steps: readonly StoredStep[];
  /** What is dangerous for them in the water they come into, in words. */
  dangers?: readonly string[];
}

/** Fish go to another place on the spot: all of the tank, or a part; then the lot is in both. */
export function decideMove({ facts, steps, dangers = [] }: MoveFacts, move: MoveNow): Decision<Taken> {
  return decide((asks) => {
    const fish = fishAt(facts, move);
    const to = tankOf(facts, move.toPlaceId, 'toPlaceId');
    if (to.id === move.fromPlaceId) refuse('toPlaceId', say`They are there already. Choose another tank.`);
    const gone = move.count + move.dead;
    if (gone > fish.count)
      refuse('count', say`${fish.lotCode} has ${fish.count} fish there; ${gone} is more than that.`);
    const meanG = move.massG / move.count;
    asks.push(
      ...askedWeight({ field: 'massG', massG: move.massG, count: move.count, fish }),
      ...askedMove(facts, move, { toPlaceId: to.id, count: move.count, meanG, field: 'toPlaceId' }),
      ...askedDeaths(move.dead, fish.count),
      ...dangers,
    );
    const follows =
      gone < fish.count || to.kind === 'purge'
        ? []
        : planFollowsMove(steps, { fromPlaceId: move.fromPlaceId, toPlaceId: to.id });
    const words = say`Moved: ${move.count} of ${fish.lotCode} to ${to.code}.`;
    return {
      effects: [...moved({ ...move, lotId: fish.lotId }, 'move'), ...follows],
      said: () => (follows.length > 0 ? say`${words} What was planned for them goes with them.` : words),
    };
  });
}

interface Moved extends MoveNow {
  lotId: string;
  stepId?: string;
}

function moved(
  { lotId, fromPlaceId, toPlaceId, count, massG, dead, stepId }: Moved,
  reason: 'move' | 'purge',
): Effect[] {
  const note = stepId ? undefined : say`Died while moved`;
  return [
    ...(dead > 0 ? [deathsOf({ lotId, placeId: fromPlaceId, count: dead, note })] : []),
    ...[
      {
        does: 'movement' as const,
        lot: { lotId },
        from: at(fromPlaceId),
        to: at(toPlaceId),
        count,
        massG,
        reason,
        stepId,
      },
    ],
  ];
}

export interface Transfer {
  count: number;
  massG: number;
  dead: number;
}

interface TransferFacts {
  facts: FarmFacts;
  /** The planned move, or move to the purge tank, that is done now. */
  step: StoredStep;
  /** The steps of its group that were not dropped. */
  group: readonly StoredStep[];
  /** What is dangerous for them in the water they come into, in words. */
  dangers?: readonly string[];
}

/** Counted, weighed fish go where the plan has them. What stands against a move by hand stands against this one too. */
export function decideTransfer({ facts, step, group, dangers = [] }: TransferFacts, done: Transfer): Decision<Taken> {
  return decide((asks) => {
    if (step.kind === 'purge') requireDoneBefore({ step, group }, ['feed_stop']);
    const handling = { lotCode: step.lotCode, fromPlaceId: step.fromPlaceId! };
    const fish = fishAt(facts, handling, 'stepId');
    const gone = done.count + done.dead;
    if (gone > fish.count) refuse('count', say`There are ${fish.count} here; ${gone} is more than that.`);
    const meanG = done.massG / done.count;
    asks.push(
      ...askedWeight({ field: 'massG', massG: done.massG, count: done.count, fish }),
      ...askedMove(facts, handling, { toPlaceId: step.toPlaceId!, count: done.count, meanG, field: 'stepId' }),
      ...askedDeaths(done.dead, fish.count),
      ...dangers,
    );
    const went = { ...handling, ...done, lotId: fish.lotId, toPlaceId: step.toPlaceId!, stepId: step.id };
    const effects = [...moved(went, step.kind === 'purge' ? 'purge' : 'move'), stepDone(step.id)];
    return { effects, said: () => say`Recorded.` };
  });
}
