import type { Picked } from '../core/crops/plantingAccount';
import type { Day } from '../core/quantity/days';
import type { Tx } from './connection';
import { goodsOf } from './goods';
import { husbandryEvents, type FishEvent } from './fishRecords';
import { changesOfSteps, stepsOfLot, type StepChange, type StoredStep } from './plan';

export interface PlantMove {
  id: string;
  personId: string | null;
  by: string | null;
  takenBack: boolean;
  day: Day;
  reason: string;
  from: string;
  to: string;
  fromKind: string;
  toKind: string;
  count: number;
  note: string | null;
}

export interface PackedOf {
  lotCode: string;
  productCode: string;
  /** Of its product: another than the planting's where surplus was sold as seedlings. */
  cropCode: string | null;
  day: Day;
  /** Pieces, or g for products sold by weight. */
  quantity: number;
}

export interface PlantingStory {
  lotId: string;
  cropCode: string;
  sownOn: Day;
  seeds: { code: string; supplier: string | null }[];
  moves: PlantMove[];
  events: FishEvent[];
  packed: PackedOf[];
  picked: Picked[];
  steps: StoredStep[];
  changes: StepChange[];
}

/** All that was recorded and planned of a planting up to a day; null: there is none of that code. */
export async function plantingStory(tx: Tx, code: string, day: Day): Promise<PlantingStory | null> {
  const lot = await tx('lot')
    .where({ code, kind: 'planting' })
    .first('id', 'crop_code', 'began_on', tx.raw(`${goodsOf('lot')} as goods`));
  const steps = await stepsOfLot(tx, code);
  if (!lot && steps.length === 0) return null;
  const changes = await changesOfSteps(
    tx,
    steps.map((s) => s.id),
  );
  const planned = { steps, changes };
  if (!lot)
    return {
      lotId: '',
      cropCode: steps[0]!.cropCode ?? '',
      sownOn: steps[0]!.day,
      ...NOTHING_YET,
      ...planned,
    };
  const seeds = await tx('lot_origin as o')
    .join('lot as l', 'l.id', 'o.from_lot_id')
    .where({ 'o.lot_id': lot.id })
    .orderBy('l.code')
    .select('l.code', 'l.supplier');
  const packed = await packedOf(tx, lot.id, day);
  const events = await husbandryEvents({ tx, about: { lotId: lot.id }, day });
  return {
    lotId: lot.id,
    cropCode: lot.crop_code,
    sownOn: lot.began_on,
    seeds,
    moves: await movesOf(tx, lot.id, day),
    events,
    packed,
    picked: cutsOf(packed.filter((p) => p.cropCode === lot.goods)),
    ...planned,
  };
}

const NOTHING_YET = { seeds: [], moves: [], events: [], packed: [], picked: [] };

/** Packings of one day are one cut. */
function cutsOf(packed: readonly PackedOf[]): Picked[] {
  const days = [...new Set(packed.map((p) => p.day))].sort();
  return packed.map((p) => ({ cut: days.indexOf(p.day) + 1, quantity: p.quantity }));
}

async function movesOf(tx: Tx, lotId: string, day: Day): Promise<PlantMove[]> {
  const rows = await tx('movement as m')
    .join('place as f', 'f.id', 'm.from_place_id')
    .join('place as t', 't.id', 'm.to_place_id')
    .leftJoin('person as w', 'w.id', 'm.person_id')
    .leftJoin('movement as r', (on) => void on.on('r.farm_id', 'm.farm_id').andOn('r.reverses_id', 'm.id'))
    .where({ 'm.lot_id': lotId })
    .whereNot({ 'm.reason': 'reverse' })
    .andWhere('m.farm_day', '<=', day)
    .orderBy([
      { column: 'm.occurred_at', order: 'desc' },
      { column: 'm.recorded_at', order: 'desc' },
      { column: 'm.ctid', order: 'desc' },
    ])
    .limit(200)
    .select(
      'm.*',
      'f.code as from_code',
      't.code as to_code',
      't.kind as to_kind',
      'f.kind as from_kind',
      'w.name as by',
      'r.id as taken',
    );
  return rows.map((r) => ({
    id: r.id,
    personId: r.person_id,
    by: r.by,
    takenBack: r.taken !== null,
    day: r.farm_day,
    reason: r.reason,
    from: r.from_code,
    to: r.to_code,
    fromKind: r.from_kind,
    toKind: r.to_kind,
    count: r.count,
    note: r.note,
  }));
}

/** What was packed of it and stands in the books: in the cold room, set aside or sold. */
async function packedOf(tx: Tx, lotId: string, day: Day): Promise<PackedOf[]> {
  const rows = await tx('lot_origin as o')
    .join('lot as l', 'l.id', 'o.lot_id')
    .join('movement as m', 'm.lot_id', 'l.id')
    .join('product as q', 'q.code', 'l.product_code')
    .where({ 'o.from_lot_id': lotId, 'l.kind': 'packed_produce', 'm.reason': 'make' })
    .andWhere('l.began_on', '<=', day)
    .whereNotExists(tx('movement as r').whereRaw('r.farm_id = m.farm_id and r.reverses_id = m.id'))
    .orderBy(['l.began_on', 'l.code', 'm.ctid'])
    .select('l.code', 'l.product_code', 'q.crop_code', 'l.began_on', 'l.keeps', 'm.count', 'm.mass_g');
  return rows.map((r) => ({
    lotCode: r.code,
    productCode: r.product_code,
    cropCode: r.crop_code,
    day: r.began_on,
    quantity: r.keeps === 'mass' ? r.mass_g : r.count,
  }));
}
