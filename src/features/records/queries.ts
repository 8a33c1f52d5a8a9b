import 'server-only';
import type { BrokenRecord } from '../../core/plan/faults';
import { MENDABLE } from '../../core/plan/mendable';
import { papersEnding } from '../../db/papers';
import { knownFarm } from '../../server/farmCache';
import { readFarm } from '../../server/farmView';

export interface BrokenRow extends BrokenRecord {
  /** A press of a button mends it. */
  mendable: boolean;
}

/** Stored records that cannot be reckoned with today. The rest of the farm goes on beside them. */
export async function brokenRecords(): Promise<BrokenRow[]> {
  return readFarm(async (tx, person, today) => {
    const { broken } = await knownFarm(tx, { farmId: person.farmId, day: today });
    return broken.map((b) => ({ ...b, mendable: MENDABLE.has(b.what) }));
  });
}

/** Permits that have ended or end soon enough to be told of. */
export const endingPapers = () => readFarm((tx, _, today) => papersEnding(tx, today));
