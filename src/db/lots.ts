import { RuleBroken } from '../core/errors';
import { say } from '../core/words/words';
import type { Day } from '../core/quantity/days';
import type { Tx } from './connection';
import { standingHusbandry } from './keeping';

/** The lot that a step of the plan is about. @throws {RuleBroken} when it was not stocked or sown yet */
export async function lotByCode(tx: Tx, code: string): Promise<{ id: string }> {
  const lot = await tx('lot').where({ code }).first('id');
  if (!lot) throw new RuleBroken('stepId', say`${code} is not on this farm yet: it has to be stocked or sown first.`);
  return lot;
}

/** How a lot was when it was last observed; null: nobody has. */
export async function lastSeenOf(tx: Tx, lotCode: string): Promise<{ state: string | null; day: Day } | null> {
  const seen = await standingHusbandry(tx)
    .whereIn('lot_id', tx('lot').where({ code: lotCode }).select('id'))
    .where({ kind: 'observe' })
    .orderByRaw('recorded_at desc, ctid desc')
    .first('state', 'farm_day');
  return seen ? { state: seen.state, day: seen.farm_day } : null;
}

/** Whose fish are in a tank; null: it is empty. */
export async function cohortIn(tx: Tx, placeId: string): Promise<string | null> {
  const held = await tx('balance as b')
    .join('lot as l', 'l.id', 'b.lot_id')
    .where({ 'b.place_id': placeId, 'l.kind': 'cohort' })
    .andWhere('b.count', '>', 0)
    .first('l.code');
  return held?.code ?? null;
}

/** What was counted last of what came up of a sowing; null: nobody has counted. */
export async function lastCameUp(tx: Tx, lotId: string): Promise<{ count: number; day: Day } | null> {
  const seen = await standingHusbandry(tx)
    .where({ lot_id: lotId, kind: 'came_up' })
    .orderByRaw('recorded_at desc, ctid desc')
    .first('count', 'farm_day');
  return seen ? { count: seen.count, day: seen.farm_day } : null;
}
