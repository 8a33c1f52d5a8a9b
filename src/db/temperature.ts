import type { Day } from '../core/quantity/days';
import type { TempSetting } from '../core/water/plannedTemperature';
import type { Tx } from './connection';

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
