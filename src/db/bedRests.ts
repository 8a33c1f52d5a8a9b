import { randomUUID } from 'node:crypto';
import type { BedRest } from '../core/facts/farm';
import type { Day } from '../core/quantity/days';
import type { Tx } from './connection';
import type { Entry } from './ledger';

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

interface NewRest {
  placeIds: readonly string[];
  from: Day;
  until: Day;
  words: string;
}

/** Beds rest from one day to another. */
export async function addRest(tx: Tx, entry: Entry, { placeIds, from, until, words }: NewRest): Promise<void> {
  const rows = placeIds.map((place_id) => ({
    ...{ farm_id: entry.farmId, id: randomUUID(), entry_key: entry.entryKey, place_id },
    ...{ from_day: from, until_day: until, words, person_id: entry.personId },
  }));
  await tx('bed_rest').insert(rows).onConflict().ignore();
}

/** A rest that is not withdrawn, and its bed. */
export async function restNamed(tx: Tx, restId: string): Promise<{ restId: string; place: string } | null> {
  const row = await tx('bed_rest as r')
    .join('place as p', 'p.id', 'r.place_id')
    .where({ 'r.id': restId, 'r.withdrawn': false })
    .first('p.code');
  return row ? { restId, place: row.code } : null;
}
