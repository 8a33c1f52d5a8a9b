import type { Tx } from './connection';

/** Seeds left in the stores, by crop. */
export async function seedStore(tx: Tx): Promise<Map<string, number>> {
  const rows: { crop_code: string; n: number }[] = await tx('balance as b')
    .join('lot as l', 'l.id', 'b.lot_id')
    .join('place as p', 'p.id', 'b.place_id')
    .where({ 'l.kind': 'seed', 'p.role': 'seed' })
    .groupBy('l.crop_code')
    .select('l.crop_code', tx.raw('sum(b.count)::int as n'));
  return new Map(rows.map((r) => [r.crop_code, r.n]));
}
