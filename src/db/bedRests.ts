import type { BedRest } from '../core/facts/farm';
import type { Day } from '../core/quantity/days';
import type { Tx } from './connection';

/** Rests of beds that are not over on a day, by bed, in order. */
export async function bedRests(tx: Tx, day: Day): Promise<Map<string, BedRest[]>> {
  const rows = await tx('bed_rest')
    .where({ withdrawn: false })
    .andWhere('until_day', '>=', day)
    .orderBy(['from_day', 'until_day'])
    .select('id', 'place_id', 'from_day', 'until_day', 'words');
  const rests = new Map<string, BedRest[]>();
  for (const r of rows) {
    const rest = { id: r.id, from: r.from_day, until: r.until_day, words: r.words };
    rests.set(r.place_id, [...(rests.get(r.place_id) ?? []), rest]);
  }
  return rests;
}
