import { randomUUID } from 'node:crypto';
import type { Day } from '../core/quantity/days';
import type { TempSetting } from '../core/water/plannedTemperature';
import type { Tx } from './connection';
import type { Entry } from './ledger';

/** A temperature as it was planned, by whom. */
export interface PlannedSetting extends TempSetting {
  id: string;
  loopId: string;
  by: string | null;
}

/** Settings that were not taken back. */
export const standingSettings = (tx: Tx) =>
  tx('loop_temperature as t')
    .whereNull('t.corrects_id')
    .whereNotExists(tx('loop_temperature as c').whereRaw('c.farm_id = t.farm_id and c.corrects_id = t.id'));

/** Temperatures that depart from the months and were not taken back, the oldest first. */
export async function plannedSettings(tx: Tx): Promise<PlannedSetting[]> {
  const rows: {
    id: string;
    loop_id: string;
    from_day: Day;
    until_day: Day | null;
    temp_c: number | null;
    name: string | null;
  }[] = await standingSettings(tx)
    .leftJoin('person as p', 'p.id', 't.person_id')
    .orderBy('t.n')
    .select('t.id', 't.loop_id', 't.from_day', 't.until_day', 't.temp_c', 'p.name');
  return rows.map((r) => ({
    id: r.id,
    loopId: r.loop_id,
    from: r.from_day,
    until: r.until_day,
    tempC: r.temp_c,
    by: r.name,
  }));
}

/** Plans a temperature under the key of its entry. */
export async function planTemperature(
  tx: Tx,
  entry: Entry,
  { loopId, from, until, tempC }: { loopId: string } & TempSetting,
): Promise<void> {
  await tx('loop_temperature').insert({
    ...{ farm_id: entry.farmId, id: randomUUID(), entry_key: entry.entryKey, loop_id: loopId },
    ...{ from_day: from, until_day: until, temp_c: tempC, person_id: entry.personId, recorded_at: entry.at },
  });
}

type Row = Record<'id' | 'loop_id' | 'from_day' | 'until_day' | 'temp_c', unknown>;

async function withdraw(tx: Tx, entry: Entry, rows: Row[]): Promise<number> {
  if (rows.length === 0) return 0;
  await tx('loop_temperature').insert(
    rows.map((r) => ({
      farm_id: entry.farmId,
      id: randomUUID(),
      entry_key: `${entry.entryKey}:${r.id as string}`,
      loop_id: r.loop_id,
      from_day: r.from_day,
      until_day: r.until_day,
      temp_c: r.temp_c,
      person_id: entry.personId,
      recorded_at: entry.at,
      corrects_id: r.id,
    })),
  );
  return rows.length;
}

const COLUMNS = ['t.id', 't.loop_id', 't.from_day', 't.until_day', 't.temp_c'];

/** Takes one planned temperature back; what is planned besides holds again. */
export async function dropTemperature(tx: Tx, entry: Entry, id: string): Promise<void> {
  await withdraw(tx, entry, await standingSettings(tx).where('t.id', id).select(COLUMNS));
}

/** Takes back what an entry planned. @returns how many settings */
export async function withdrawTemperatures(tx: Tx, entry: Entry, recordedKey: string): Promise<number> {
  return withdraw(
    tx,
    entry,
    await standingSettings(tx).where('t.entry_key', 'like', `${recordedKey}:%`).select(COLUMNS),
  );
}
