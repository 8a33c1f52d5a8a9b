import 'server-only';
import { RuleBroken } from '../../core/errors';
import { standingHusbandry } from '../../db/keeping';
import type { Doing } from '../../server/act';

/** Nobody clears fish that nobody looked at, or that were ill when last seen. */
export async function requireObserved({ tx }: Doing, lotId: string, lotCode: string) {
  const last = await standingHusbandry(tx)
    .where({ lot_id: lotId, kind: 'observe' })
    .orderBy('recorded_at', 'desc')
    .first('state');
  if (!last) throw new RuleBroken('form', `Nobody has observed ${lotCode} yet. Record an observation first.`);
  if (last.state === 'ill')
    throw new RuleBroken('form', `${lotCode} was ill when last observed. Treat or observe again before clearing.`);
}

export async function requireEmpty({ tx }: Doing, placeId: string | undefined) {
  if (!placeId) throw new RuleBroken('placeId', 'Choose a tank.');
  const held = await tx('balance as b')
    .join('lot as l', 'l.id', 'b.lot_id')
    .where({ 'b.place_id': placeId, 'l.kind': 'cohort' })
    .andWhere('b.count', '>', 0)
    .first('l.code');
  if (held) throw new RuleBroken('form', `${held.code} is still in that tank: move the fish out first.`);
}
