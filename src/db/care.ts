import { caredKey } from '../core/tasks/sources/care';
import type { Day } from '../core/quantity/days';
import type { Tx } from './connection';
import { STANDING_EVENT } from './keeping';

/** When each care was last given up to a day, by `caredKey`, of plantings that still stand. */
export async function lastCare(tx: Tx, day: Day): Promise<Map<string, Day>> {
  const rows: { code: string; place_id: string; what: string; last: Day }[] = await tx('husbandry_event as e')
    .join('lot as l', 'l.id', 'e.lot_id')
    .where({ 'e.kind': 'care' })
    .andWhere('e.farm_day', '<=', day)
    .whereRaw(STANDING_EVENT)
    .whereExists(tx('balance as b').whereRaw('b.farm_id = e.farm_id and b.lot_id = e.lot_id and b.count > 0'))
    .groupBy('l.code', 'e.place_id')
    .groupByRaw(`e.detail->>'what'`)
    .select('l.code', 'e.place_id', tx.raw(`e.detail->>'what' as what`), tx.raw('max(e.farm_day) as last'));
  return new Map(rows.map((r) => [caredKey(r.code, r.place_id, r.what), r.last]));
}
