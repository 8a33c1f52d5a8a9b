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
