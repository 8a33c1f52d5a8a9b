import type { Day } from '../core/quantity/days';
import type { Tx } from './connection';
import { samplesOf as samplesOfLots } from './cohortSizes';

export interface LotRecord {
  lotId: string;
  speciesCode: string;
  supplier: string | null;
  beganOn: Day;
  startMeanG: number | null;
  stocked: number;
  dead: number;
  movements: {
    day: Day;
    reason: string;
    count: number;
    massG: number;
    from: string;
    to: string;
    by: string | null;
    note: string | null;
  }[];
}

/** Null when this farm has no such cohort. */
export async function cohortId(tx: Tx, code: string): Promise<string | null> {
  return (await tx('lot').where({ code, kind: 'cohort' }).first('id'))?.id ?? null;
}

/** A cohort's story up to a day. */
export async function lotRecord(tx: Tx, lotId: string, day: Day): Promise<LotRecord> {
  const [lot, rows] = [
    await tx('lot').where({ id: lotId }).first(),
    await tx('movement as m')
      .join('place as f', 'f.id', 'm.from_place_id')
      .join('place as t', 't.id', 'm.to_place_id')
      .leftJoin('person as p', 'p.id', 'm.person_id')
      .where('m.lot_id', lotId)
      .andWhere('m.farm_day', '<=', day)
      .orderBy('m.occurred_at', 'desc')
      .select('m.farm_day', 'm.reason', 'm.count', 'm.mass_g', 'f.code as from', 't.code as to', 'p.name', 'm.note'),
  ];
  const sum = (reason: string) => rows.filter((r) => r.reason === reason).reduce((total, r) => total + r.count, 0);
  return {
    lotId: lot.id,
    speciesCode: lot.species_code,
    supplier: lot.supplier,
    beganOn: lot.began_on,
    startMeanG: lot.start_mean_g,
    stocked: sum('receive'),
    dead: sum('dead'),
    movements: rows.map((r) => ({
      day: r.farm_day,
      reason: r.reason,
      count: r.count,
      massG: r.mass_g,
      from: r.from,
      to: r.to,
      by: r.name,
      note: r.note,
    })),
  };
}

export async function samplesOf(tx: Tx, lotId: string, day: Day) {
  return samplesOfLots(tx, [lotId], day);
}
