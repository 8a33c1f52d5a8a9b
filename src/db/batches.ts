import type { Batch } from '../core/crops/learned';
import type { Day } from '../core/quantity/days';
import type { Tx } from './connection';
import { goodsOf } from './goods';
import { STANDING_EVENT } from './keeping';

interface Row {
  crop_code: string;
  sown_on: Day;
  transplanted_on: Day;
  first_pick_on: Day;
  sown: number;
  transplanted: number;
  picked: number;
  place_id: string;
  came_up: number | null;
  weighed_g: number | null;
  weighed: number | null;
}

/** Plantings sown in the two years before a day that were picked at least once, by crop. */
export async function batchesOf(tx: Tx, day: Day, cropCode: string): Promise<Batch[]> {
  const { rows } = await tx.raw(
    `with own as (
       select l.farm_id, l.id, l.crop_code, l.began_on from lot l
       where l.kind = 'planting' and l.crop_code = :cropCode and l.began_on > :day::date - 760 and l.began_on <= :day
     ), standing as (
       select m.* from own o join movement m on m.farm_id = o.farm_id and m.lot_id = o.id
       where m.reason in ('sow', 'transplant') and not exists (select from movement r where r.farm_id = m.farm_id and r.reverses_id = m.id)
     ), raised as (
       select lot_id, sum(count) filter (where reason = 'sow') as sown, sum(count) filter (where reason = 'transplant') as transplanted,
         min(farm_day) filter (where reason = 'transplant') as transplanted_on,
         (array_agg(to_place_id order by farm_day, to_place_id) filter (where reason = 'transplant'))[1] as place_id from standing group by 1
     ), counted as (
       select e.lot_id, max(e.count) as came_up from own o join husbandry_event e on e.farm_id = o.farm_id and e.lot_id = o.id
       where e.kind = 'came_up' and ${STANDING_EVENT} group by 1
     ), weighed as (
       select e.lot_id, sum((e.detail->>'massG')::float8) as weighed_g, sum(e.count) as weighed from own o
       join husbandry_event e on e.farm_id = o.farm_id and e.lot_id = o.id
       where e.kind = 'weighed' and ${STANDING_EVENT} group by 1
     ), packed as (
       select g.from_lot_id, p.began_on, sum(m.count + m.mass_g) as quantity from own o
       join lot_origin g on g.farm_id = o.farm_id and g.from_lot_id = o.id
       join lot p on p.farm_id = g.farm_id and p.id = g.lot_id and p.kind = 'packed_produce'
       join product q on q.farm_id = p.farm_id and q.code = p.product_code and q.crop_code = ${goodsOf('o')}
       join movement m on m.farm_id = p.farm_id and m.lot_id = p.id and m.reason = 'make'
       where not exists (select from movement r where r.farm_id = m.farm_id and r.reverses_id = m.id) group by 1, 2
     ), first as (select distinct on (from_lot_id) from_lot_id, began_on, quantity from packed order by from_lot_id, began_on)
     select o.crop_code, o.began_on as sown_on, r.transplanted_on, f.began_on as first_pick_on, r.sown::float8, r.transplanted::float8, f.quantity::float8 as picked,
       r.place_id, c.came_up::float8 as came_up, w.weighed_g, w.weighed::float8 as weighed
     from own o join raised r on r.lot_id = o.id join first f on f.from_lot_id = o.id left join counted c on c.lot_id = o.id left join weighed w on w.lot_id = o.id
     where r.sown > 0 and r.transplanted > 0 order by o.began_on, o.id`,
    { cropCode, day },
  );
  return (rows as Row[]).map((r) => ({
    sownOn: r.sown_on,
    transplantedOn: r.transplanted_on,
    firstPickOn: r.first_pick_on,
    sown: r.sown,
    transplanted: r.transplanted,
    picked: r.picked,
    placeId: r.place_id,
    cameUp: r.came_up,
    eachG: r.weighed ? r.weighed_g! / r.weighed : null,
  }));
}
