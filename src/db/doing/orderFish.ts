import { RuleBroken } from '../../core/errors';
import { tankOf } from '../../core/fish/handling';
import type { FarmFacts } from '../../core/facts/farm';
import { NO_DETAIL, type PlanStep } from '../../core/facts/step';
import { addDays, type Day } from '../../core/quantity/days';
import { say } from '../../core/words/words';
import type { Tx } from '../connection';
import { prefixesInUse } from '../lotPrefix';
import { addSteps, codesInUse, freePlanCode, newId } from '../plan';

export interface FingerlingOrder {
  speciesCode: string;
  count: number;
  meanG: number;
  day: Day;
  toPlaceId: string;
  /** Where they go after quarantine; null: decided later. */
  thenPlaceId: string | null;
  quarantineDays: number;
  note: string | null;
}

interface OrderFingerlingsArgs {
  tx: Tx;
  farmId: string;
  facts: FarmFacts;
  order: FingerlingOrder;
  pass: (steps: PlanStep[]) => Promise<unknown>;
}

/** Puts an order of fingerlings into the plan: arrival, and the move out of quarantine. @returns the code the lot will have */
/** @param pass what is asked about before the steps join the plan */
export async function orderFingerlings({ tx, farmId, facts, order, pass }: OrderFingerlingsArgs): Promise<string> {
  const species = facts.species.find((s) => s.code === order.speciesCode);
  if (!species) throw new RuleBroken('speciesCode', say`Choose a species of this farm.`);
  if (species.retiredOn)
    throw new RuleBroken('speciesCode', say`${species.name} is put away: take it from the library again first.`);
  const to = tankOf(facts, order.toPlaceId, 'toPlaceId');
  const then = order.thenPlaceId ? tankOf(facts, order.thenPlaceId, 'thenPlaceId') : null;
  if (then && to.kind !== 'quarantine')
    throw new RuleBroken('thenPlaceId', say`Only fish in quarantine move on by plan from here.`);
  const code = await nextCode(tx, (await prefixesInUse(tx)).get(species.code)!);
  const groupId = newId();
  const step = (kind: PlanStep['kind'], rest: Partial<PlanStep>): PlanStep => ({
    id: newId(),
    groupId,
    kind,
    day: order.day,
    lotCode: code,
    speciesCode: species.code,
    cropCode: null,
    fromPlaceId: null,
    toPlaceId: null,
    count: order.count,
    detail: NO_DETAIL,
    version: 1,
    ...rest,
  });
  const steps = [step('stock', { toPlaceId: to.id, detail: { meanG: order.meanG } })];
  if (then)
    steps.push(step('move', { day: addDays(order.day, order.quarantineDays), fromPlaceId: to.id, toPlaceId: then.id }));
  await pass(steps);
  await addSteps(tx, farmId, steps);
  if (order.note) await tx('plan_step').where({ id: steps[0]!.id }).update({ note: order.note });
  return code;
}

/** `HSB-34` after `HSB-33`, whether that is a lot or still a plan. */
async function nextCode(tx: Tx, prefix: string): Promise<string> {
  const numbers = (await codesInUse(tx, `${prefix}-`)).map((code) => Number(/-(\d+)/.exec(code)?.[1] ?? 0));
  return freePlanCode(tx, `${prefix}-${Math.max(0, ...numbers) + 1}`);
}
