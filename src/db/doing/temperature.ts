import { say } from '../../core/words/words';
import { randomUUID } from 'node:crypto';
import { RuleBroken } from '../../core/errors';
import type { WaterChange } from '../../core/plan/changes';
import type { TempSetting } from '../../core/water/plannedTemperature';
import type { Tx } from '../connection';
import type { Entry } from '../ledger';
import { standingSettings } from '../temperature';

interface SetTemperatureArgs {
  tx: Tx;
  entry: Entry;
  wish: Omit<WaterChange, 'change'>;
  part?: number;
}

/** @param part tells settings of one entry apart */
export async function setTemperature({ tx, entry, wish, part = 0 }: SetTemperatureArgs): Promise<void> {
  if (!(await tx('loop').where({ id: wish.loopId }).first('id'))) throw new RuleBroken('loopId', say`Choose a loop.`);
  await tx('loop_temperature').insert({
    farm_id: entry.farmId,
    id: randomUUID(),
    entry_key: `${entry.entryKey}:${part}`,
    loop_id: wish.loopId,
    from_day: wish.from,
    until_day: wish.until,
    temp_c: wish.tempC,
    person_id: entry.personId,
    recorded_at: entry.at,
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

/** Takes one planned temperature back; what is planned besides holds again. @throws {RuleBroken} when it is not planned (any more) */
export async function dropTemperature(tx: Tx, entry: Entry, id: string): Promise<TempSetting> {
  const row = await standingSettings(tx).where('t.id', id).first(COLUMNS);
  if (!row) throw new RuleBroken('form', say`That temperature was taken back meanwhile.`);
  await withdraw(tx, entry, [row]);
  return { from: row.from_day, until: row.until_day, tempC: row.temp_c };
}

/** Takes back what an entry planned. @returns how many settings */
export async function withdrawTemperatures(tx: Tx, entry: Entry, recordedKey: string): Promise<number> {
  return withdraw(
    tx,
    entry,
    await standingSettings(tx).where('t.entry_key', 'like', `${recordedKey}:%`).select(COLUMNS),
  );
}
