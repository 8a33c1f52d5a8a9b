import type { Tx } from './connection';
import type { Entry } from './ledger';

interface RecordReadingsArgs {
  tx: Tx;
  entry: Entry;
  loopId: string;
  values: Readonly<Record<string, number>>;
}

/** Adds readings of one moment, once per entry key. @returns ids for undoing */
export async function recordReadings({
  tx,
  entry,
  loopId,
  values,
}: RecordReadingsArgs): Promise<{ repeated: boolean }> {
  const added = await tx('reading')
    .insert(
      Object.entries(values).map(([kind, value]) => ({
        farm_id: entry.farmId,
        entry_key: `${entry.entryKey}:${kind}`,
        loop_id: loopId,
        kind,
        value,
        farm_day: entry.farmDay,
        taken_at: entry.at,
        person_id: entry.personId,
      })),
    )
    .onConflict(['farm_id', 'entry_key'])
    .ignore()
    .returning('id');
  return { repeated: added.length === 0 };
}

/** Takes back the readings recorded under an entry key by rows that name them. */
export async function withdrawReadings(tx: Tx, entry: Entry, recordedKey: string): Promise<number> {
  const rows = await tx('reading')
    .where('entry_key', 'like', `${recordedKey}:%`)
    .whereNotExists(tx('reading as c').whereRaw('c.farm_id = reading.farm_id and c.corrects_id = reading.id'));
  if (rows.length === 0) return 0;
  await tx('reading').insert(
    rows.map((r) => ({
      farm_id: entry.farmId,
      entry_key: `${entry.entryKey}:${r.id}`,
      loop_id: r.loop_id,
      kind: r.kind,
      value: r.value,
      farm_day: entry.farmDay,
      taken_at: entry.at,
      person_id: entry.personId,
      corrects_id: r.id,
      withdrawn: true,
    })),
  );
  return rows.length;
}
