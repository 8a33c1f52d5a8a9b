import 'server-only';
import { word } from '../core/words/words';
import { said, type Said } from '../core/acts/effects';
import { RuleBroken } from '../core/errors';
import { askChanged } from '../core/plan/askPlanned';
import type { FarmFacts } from '../core/facts/farm';
import type { PlanStep, StepKind } from '../core/facts/step';
import { stepJob } from '../core/tasks/jobs';
import { lotByCode } from '../db/lots';
import { finishTask } from '../db/events';
import { lockStep, stepsOfGroups, type StoredStep } from '../db/plan';
import type { Role } from '../db/people';
import type { Doing } from '../server/command';

export const CREW: Role[] = ['hand', 'manager'];
export const BOSS: Role[] = ['manager'];
export const SALES: Role[] = ['manager', 'office'];
export const EVERYONE: Role[] = ['manager', 'office', 'hand'];

export { said, type Said };

/** Asks about what a farm set up as it is now does, against how it was. @returns what it betters */
export async function askAboutChange(
  doing: Doing,
  before: FarmFacts,
  confirmed: boolean | undefined,
  planBefore?: readonly PlanStep[],
): Promise<string[]> {
  const steps = await doing.steps();
  const { asked, notes } = askChanged({
    before,
    after: await doing.facts(),
    plan: planBefore ?? steps,
    planAfter: steps,
    units: doing.units,
  });
  if (asked.length > 0 && !confirmed) throw new RuleBroken('confirm', asked.join('\n'));
  return notes;
}

/** Ticks a step of the plan off the round, once. */
export function tickStep({ tx, entry }: Doing, stepId: string, title: string): Promise<void> {
  return finishTask(tx, entry, { job: stepJob(stepId), title });
}

export interface Claimed {
  step: StoredStep;
  /** The steps of its group that were not dropped, by day. */
  group: StoredStep[];
  /** The lot it is about. */
  lotId: string;
}

/** Steps that a lot begins with: there is none before. */
const BEGINS: ReadonlySet<StepKind> = new Set(['stock', 'sow']);

/** A step of the plan that is done now: ticked off the round, locked, with what belongs to it. @throws {RuleBroken} when it is not open */
export async function claimStep(doing: Doing, stepId: string, kind: StepKind, title: string): Promise<Claimed> {
  await tickStep(doing, stepId, title);
  const step = await lockStep(doing.tx, stepId, kind);
  const lot = BEGINS.has(kind) ? { id: '' } : await lotByCode(doing.tx, step.lotCode);
  return { step, group: await stepsOfGroups(doing.tx, [step.groupId]), lotId: lot.id };
}

export const SET_UP_STAYS = { stays: word`Set-up is not taken back: change it again.` };
export const PLAN_STAYS = { stays: word`A plan is not taken back: change it again.` };
