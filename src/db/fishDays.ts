import type { FishDays } from '../core/fish/deaths';
import type { Day } from '../core/quantity/days';
import type { Tx } from './connection';

/** What a species' fish have lived and lost on this farm. */
export interface Lived {
  lived: FishDays[];
  died: number;
}

/**
 * Cohorts of a species that began in the two years before a day, by their movements: fish-days in the tanks of the farm, each cohort
 * at the middle of the weights it came and was last weighed or sold at, and how many died. Deaths written down for a miscount count too.
 */
export async function fishDaysOf(tx: Tx, day: Day, speciesCode: string): Promise<Lived> {
  const { rows } = await tx.raw(
    `with own as (
       select l.farm_id, l.id, l.start_mean_g from lot l
       where l.kind = 'cohort' and l.species_code = :speciesCode and l.began_on > :day::date - 730 and l.began_on <= :day
     ), standing as (
       select m.lot_id, m.farm_day, m.reason, m.count, m.mass_g, p.kind as from_kind, q.kind as to_kind
       from own o join movement m on m.farm_id = o.farm_id and m.lot_id = o.id
       join place p on p.id = m.from_place_id join place q on q.id = m.to_place_id
       where m.farm_day <= :day and m.reason <> 'reverse'
         and not exists (select from movement r where r.farm_id = m.farm_id and r.reverses_id = m.id)
     ), lived as (
       select lot_id, sum(((to_kind <> 'outside')::int - (from_kind <> 'outside')::int) * count * (:day::date - farm_day)) as fish_days,
         sum(count) filter (where reason = 'dead') as died,
         sum(mass_g) filter (where reason = 'harvest') / nullif(sum(count) filter (where reason = 'harvest'), 0) as sold_g
       from standing group by 1
     ), weighed as (
       select distinct on (s.lot_id) s.lot_id, s.mean_g from own o join sample s on s.farm_id = o.farm_id and s.lot_id = o.id
       where s.farm_day <= :day and not s.withdrawn order by s.lot_id, s.farm_day desc, s.taken_at desc
     )
     select coalesce(v.fish_days, 0)::float8 as fish_days, coalesce(v.died, 0)::float8 as died,
       sqrt(coalesce(o.start_mean_g, w.mean_g, v.sold_g)::float8 * coalesce(w.mean_g, v.sold_g, o.start_mean_g)::float8) as mean_g
     from own o join lived v on v.lot_id = o.id left join weighed w on w.lot_id = o.id`,
    { speciesCode, day },
  );
  const known = (rows as { fish_days: number; died: number; mean_g: number | null }[]).filter((r) => r.fish_days > 0);
  return {
    lived: known.flatMap((r) => (r.mean_g ? [{ days: 1, count: r.fish_days, meanG: r.mean_g }] : [])),
    died: known.reduce((sum, r) => sum + r.died, 0),
  };
}
