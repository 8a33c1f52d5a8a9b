import type { SeedLotFact } from '../core/crops/acts/decideSowing';
import type { Day } from '../core/quantity/days';
import type { Tx } from './connection';

export interface SeedsLeft {
  count: number;
  /** The day on which the oldest of them came. */
  oldestOn: Day;
}

/** Seeds left in the stores, by crop. */
export async function seedStore(tx: Tx): Promise<Map<string, SeedsLeft>> {
  const rows: { crop_code: string; n: number; oldest: Day }[] = await tx('balance as b')
    .join('lot as l', 'l.id', 'b.lot_id')
    .join('place as p', 'p.id', 'b.place_id')
    .where({ 'l.kind': 'seed', 'p.role': 'seed' })
    .andWhere('b.count', '>', 0)
    .groupBy('l.crop_code')
    .select('l.crop_code', tx.raw('sum(b.count)::int as n'), tx.raw('min(l.began_on) as oldest'));
  return new Map(rows.map((r) => [r.crop_code, { count: r.n, oldestOn: r.oldest }]));
}

/** Seed in whatever store it lies, the oldest first. */
export async function seedLots(tx: Tx): Promise<SeedLotFact[]> {
  const rows: { lot_id: string; place_id: string; crop_code: string; count: number }[] = await tx('balance as b')
    .join('lot as l', 'l.id', 'b.lot_id')
    .join('place as p', 'p.id', 'b.place_id')
    .where({ 'p.role': 'seed', 'l.kind': 'seed' })
    .andWhere('b.count', '>', 0)
    .orderBy(['l.began_on', 'l.code'])
    .select('b.lot_id', 'b.place_id', 'l.crop_code', 'b.count');
  return rows.map((r) => ({ lotId: r.lot_id, placeId: r.place_id, cropCode: r.crop_code, count: r.count }));
}
