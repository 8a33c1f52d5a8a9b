import type { BedGave } from '../core/crops/bedYear';
import { addDays, type Day } from '../core/quantity/days';
import { YEAR_DAYS } from '../core/crops/bedYear';
import type { Tx } from './connection';

/**
 * What was planted into each bed in the year up to a day, and what was packed of it; what was taken back is left out. What was packed
 * is of the bed its pick took it from, where a planned pick did; else of the bed the planting came into last.
 */
export async function bedYear(tx: Tx, day: Day): Promise<BedGave[]> {
  const { rows } = await tx.raw(
    `with year as (
       select m.* from movement m where m.farm_day > :since and m.farm_day <= :day and m.reason in ('transplant', 'make')
         and not exists (select from movement r where r.farm_id = m.farm_id and r.reverses_id = m.id)
     ), planted as (
       select to_place_id as place_id, null::text as product_code, sum(count)::float8 as plants, 0::float8 as quantity, l.crop_code
       from year join lot l on l.farm_id = year.farm_id and l.id = year.lot_id
       where reason = 'transplant' group by to_place_id, l.crop_code
     ), packed as (
       select coalesce(s.from_place_id, bed.to_place_id) as place_id, p.product_code, 0::float8 as plants,
         sum(y.count + y.mass_g)::float8 as quantity, null::text as crop_code
       from year y join lot p on p.farm_id = y.farm_id and p.id = y.lot_id and p.kind = 'packed_produce'
       left join plan_step s on s.farm_id = y.farm_id and s.id = y.step_id
       left join lateral (
         select t.to_place_id from lot_origin o join movement t on t.farm_id = o.farm_id and t.lot_id = o.from_lot_id
         where s.id is null and o.farm_id = p.farm_id and o.lot_id = p.id and t.reason = 'transplant' and t.farm_day <= y.farm_day
         order by t.farm_day desc limit 1
       ) bed on true
       where y.reason = 'make' group by 1, 2
     )
     select * from planted union all select * from packed where place_id is not null`,
    { day, since: addDays(day, -YEAR_DAYS) },
  );
  return (
    rows as { place_id: string; crop_code: string; product_code: string; plants: number; quantity: number }[]
  ).map((r) => ({
    placeId: r.place_id,
    cropCode: r.crop_code,
    productCode: r.product_code,
    plants: r.plants,
    quantity: r.quantity,
  }));
}
