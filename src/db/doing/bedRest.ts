import { randomUUID } from 'node:crypto';
import { RuleBroken } from '../../core/errors';
import type { Day } from '../../core/quantity/days';
import { say } from '../../core/words/words';
import type { Tx } from '../connection';
import type { Entry } from '../ledger';

interface RestWish {
  placeIds: string[];
  from: Day;
  until: Day;
  words: string;
}

/** Beds rest from one day to another. */
export async function restBeds(tx: Tx, entry: Entry, wish: RestWish): Promise<void> {
  await tx('bed_rest')
    .insert(
      wish.placeIds.map((place_id) => ({
        ...{ farm_id: entry.farmId, id: randomUUID(), entry_key: entry.entryKey, place_id },
        ...{ from_day: wish.from, until_day: wish.until, words: wish.words.trim(), person_id: entry.personId },
      })),
    )
    .onConflict()
    .ignore();
}

/** A bed is planted again before its rest is over: that rest goes. @throws {RuleBroken} when it is not there */
export async function endRest(tx: Tx, id: string): Promise<string> {
  const [row] = await tx('bed_rest').where({ id, withdrawn: false }).update({ withdrawn: true }).returning('place_id');
  if (!row) throw new RuleBroken('form', say`That rest is over already.`);
  return row.place_id;
}
