import type { PlanStep } from '../../core/facts/step';
import type { Tx } from '../connection';
import { stepsOfLot, type StoredStep } from '../plan';

/** Open groups of a lot that take fish from a place, each with its harvest or first step, in order of day. Groups already begun stay. */
async function openGroupsFrom(tx: Tx, lotCode: string, placeId: string) {
  const groups = new Map<string, StoredStep[]>();
  for (const step of await stepsOfLot(tx, lotCode))
    groups.set(step.groupId, [...(groups.get(step.groupId) ?? []), step]);
  return [...groups.values()]
    .filter((steps) => steps.every((s) => s.state === 'planned') && steps.some((s) => s.fromPlaceId === placeId))
    .map((steps) => ({ steps, lead: steps.find((s) => s.kind === 'harvest') ?? steps[0]! }))
    .sort((a, b) => (a.lead.day < b.lead.day ? -1 : 1));
}

interface TurnToArgs {
  tx: Tx;
  steps: readonly PlanStep[];
  fromPlaceId: string;
  to: { lotCode?: string; placeId: string };
}

async function turnTo({ tx, steps, fromPlaceId, to }: TurnToArgs): Promise<void> {
  for (const s of steps) {
    await tx('plan_step')
      .where({ id: s.id, state: 'planned' })
      .update({
        ...(to.lotCode ? { lot_code: to.lotCode } : {}),
        ...(s.fromPlaceId === fromPlaceId ? { from_place_id: to.placeId } : {}),
        version: tx.raw('version + 1'),
      });
  }
}

interface PlanFollowsMoveArgs {
  tx: Tx;
  lotCode: string;
  fromPlaceId: string;
  toPlaceId: string;
}

/** All fish of a lot went from one tank to another: what is planned from the old one is planned from the new. @returns how many groups */
export async function planFollowsMove({ tx, lotCode, fromPlaceId, toPlaceId }: PlanFollowsMoveArgs): Promise<number> {
  const groups = (await openGroupsFrom(tx, lotCode, fromPlaceId)).filter(
    (g) => !g.steps.some((s) => s.toPlaceId === toPlaceId && s.kind === 'move'),
  );
  for (const g of groups) await turnTo({ tx, steps: g.steps, fromPlaceId, to: { placeId: toPlaceId } });
  return groups.length;
}

export interface GradedPlan {
  lotCode: string;
  fromPlaceId: string;
  large: { lotCode: string; placeId: string; count: number };
  smallPlaceId: string;
  /** Whom the harvests follow. */
  follow: 'large' | 'small';
}

/** Deaths were reckoned otherwise: a harvest may ask for a few more than were counted. */
const A_FEW_MORE = 1.05;

/**
 * A graded lot's plan goes with its fish: harvests follow the large ones, in order of day, as long as there are enough of them;
 * what they cannot give, and everything else, stays with the small ones, wherever those stand now.
 * @returns planned harvests that went with the large ones, and how many stay
 */
export async function planFollowsGrading(tx: Tx, wish: GradedPlan): Promise<{ large: number; small: number }> {
  const groups = await openGroupsFrom(tx, wish.lotCode, wish.fromPlaceId);
  let [given, large, small] = [0, 0, 0];
  for (const { steps, lead } of groups) {
    const fits =
      wish.follow === 'large' && lead.kind === 'harvest' && given + lead.count <= wish.large.count * A_FEW_MORE;
    if (fits) {
      given += lead.count;
      large += 1;
      await turnTo({ tx, steps, fromPlaceId: wish.fromPlaceId, to: wish.large });
      continue;
    }
    if (lead.kind === 'harvest') small += 1;
    if (wish.smallPlaceId !== wish.fromPlaceId)
      await turnTo({ tx, steps, fromPlaceId: wish.fromPlaceId, to: { placeId: wish.smallPlaceId } });
  }
  return { large, small };
}
