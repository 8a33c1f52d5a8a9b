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
    id: string;
    personId: string | null;
    /** A later entry took it back. */
    takenBack: boolean;
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
      .orderBy([
        { column: 'm.occurred_at', order: 'desc' },
        { column: 'm.recorded_at', order: 'desc' },
        { column: 'm.ctid', order: 'desc' },
      ])
      .leftJoin('movement as r', (on) => void on.on('r.farm_id', 'm.farm_id').andOn('r.reverses_id', 'm.id'))
      .select(
        'm.id',
        'm.person_id',
        'r.id as taken',
        'm.farm_day',
        'm.reason',
        'm.count',
        'm.mass_g',
        'f.code as from',
        't.code as to',
        'p.name',
        'm.note',
      ),
  ];
  const sum = (reason: string) =>
    rows.filter((r) => r.reason === reason && !r.taken).reduce((total, r) => total + r.count, 0);
  return {
    lotId: lot.id,
    speciesCode: lot.species_code,
    supplier: lot.supplier,
    beganOn: lot.began_on,
    startMeanG: lot.start_mean_g,
    stocked: sum('receive'),
    dead: sum('dead'),
    movements: rows.map((r) => ({
      id: r.id,
      personId: r.person_id,
      takenBack: r.taken !== null,
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

export interface SampleRecord {
  id: string;
  personId: string | null;
  day: Day;
  meanG: number;
  count: number;
  by: string | null;
  takenBack: boolean;
}

/** Every weighing of a lot, those taken back too, the newest first. */
export async function sampleRecords(tx: Tx, lotId: string, day: Day): Promise<SampleRecord[]> {
  const rows = await tx('sample as s')
    .leftJoin('person as p', 'p.id', 's.person_id')
    .leftJoin('sample as c', (on) => void on.on('c.farm_id', 's.farm_id').andOn('c.corrects_id', 's.id'))
    .where({ 's.lot_id': lotId, 's.withdrawn': false })
    .andWhere('s.farm_day', '<=', day)
    .orderByRaw('s.taken_at desc, s.ctid desc')
    .select('s.id', 's.person_id', 's.farm_day', 's.mean_g', 'p.name', 'c.id as taken')
    .select(tx.raw('coalesce(s.fish_count, cardinality(s.weights_g)) as n'));
  return rows.map((r) => ({
    id: r.id,
    personId: r.person_id,
    day: r.farm_day,
    meanG: r.mean_g,
    count: r.n,
    by: r.name,
    takenBack: r.taken !== null,
  }));
}

export async function samplesOf(tx: Tx, lotId: string, day: Day) {
  return samplesOfLots(tx, [lotId], day);
}

/** Mean of the last sample of a lot, g; null: never sampled. */
export async function lastSampleG(tx: Tx, lotCode: string): Promise<number | null> {
  const row = await tx('sample as s')
    .join('lot as l', 'l.id', 's.lot_id')
    .where('l.code', lotCode)
    .orderByRaw('s.taken_at desc, s.ctid desc')
    .first('s.mean_g');
  return row?.mean_g ?? null;
}
