import type { Effect } from '../acts/effects';
import type { StoredStep } from '../facts/step';

interface OpenGroup {
  steps: StoredStep[];
  /** Its harvest, or its first step. */
  lead: StoredStep;
}

/** Open groups of a lot that take fish from a place, in order of day. Groups already begun stay. @param steps all of the lot that were not dropped */
export function openGroupsFrom(steps: readonly StoredStep[], placeId: string): OpenGroup[] {
  const groups = new Map<string, StoredStep[]>();
  for (const step of steps) groups.set(step.groupId, [...(groups.get(step.groupId) ?? []), step]);
  return [...groups.values()]
    .filter((own) => own.every((s) => s.state === 'planned') && own.some((s) => s.fromPlaceId === placeId))
    .map((own) => ({ steps: own, lead: own.find((s) => s.kind === 'harvest') ?? own[0]! }))
    .sort((a, b) => (a.lead.day < b.lead.day ? -1 : 1));
}

interface Turn {
  fromPlaceId: string;
  toPlaceId: string;
  /** The lot they become steps of; absent: they stay this one's. */
  lotCode?: string;
}

/** Steps that take fish from one tank take them from another. */
export const turned = (steps: readonly StoredStep[], { fromPlaceId, toPlaceId, lotCode }: Turn): Effect[] =>
  steps.map((s) => ({
    does: 'step',
    stepId: s.id,
    became: {
      ...(lotCode ? { lotCode } : {}),
      ...(s.fromPlaceId === fromPlaceId ? { fromPlaceId: toPlaceId } : {}),
    },
  }));

/** All fish of a lot went from one tank to another: what is planned from the old one is planned from the new. */
export function planFollowsMove(steps: readonly StoredStep[], turn: Omit<Turn, 'lotCode'>): Effect[] {
  return openGroupsFrom(steps, turn.fromPlaceId)
    .filter((g) => !g.steps.some((s) => s.toPlaceId === turn.toPlaceId && s.kind === 'move'))
    .flatMap((g) => turned(g.steps, turn));
}

export interface GradedPlan {
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
 * @returns what becomes of the steps, and how many planned harvests go with the large ones and how many stay
 */
export function planFollowsGrading(steps: readonly StoredStep[], wish: GradedPlan) {
  const { fromPlaceId, smallPlaceId } = wish;
  const { placeId: toPlaceId, ...large } = wish.large;
  const told = { effects: [] as Effect[], large: 0, small: 0 };
  let given = 0;
  for (const group of openGroupsFrom(steps, fromPlaceId)) {
    const isHarvest = group.lead.kind === 'harvest';
    if (wish.follow === 'large' && isHarvest && given + group.lead.count <= large.count * A_FEW_MORE) {
      given += group.lead.count;
      told.large += 1;
      told.effects.push(...turned(group.steps, { fromPlaceId, toPlaceId, lotCode: large.lotCode }));
      continue;
    }
    if (isHarvest) told.small += 1;
    if (smallPlaceId !== fromPlaceId)
      told.effects.push(...turned(group.steps, { fromPlaceId, toPlaceId: smallPlaceId }));
  }
  return told;
}
