import type { Knex } from 'knex';
import { guardTable } from './farmTable';

/**
 * What a tank was fed is credited to every lot that ate of it. Old feedings of tanks with several lots were credited to one
 * of them: they are parted by number and last known weight, and a note says how many.
 */
export const name = '0014_feed_by_share';

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    create table upgrade_note (
      farm_id uuid not null references farm,
      id bigint generated always as identity,
      migration text not null,
      words text not null,
      at timestamptz not null default now(),
      primary key (farm_id, id)
    );
    comment on table upgrade_note is 'What an upgrade changed in old records, in words';
    alter table feeding disable trigger feeding_append_only;
    alter table feeding add column mass_g numeric(14, 1);
    update feeding f set mass_g = m.mass_g from movement m where m.farm_id = f.farm_id and m.id = f.movement_id;
    alter table feeding drop constraint feeding_pkey;
    alter table feeding add primary key (farm_id, movement_id, lot_id);
    comment on column feeding.mass_g is 'This lot’s part of the movement: all parts add up to it';

    create temporary table eaten_by on commit drop as
      with flow as (
        select m.farm_id, m.lot_id, m.to_place_id as place_id, m.occurred_at, m.count as change from movement m
          join lot l on l.farm_id = m.farm_id and l.id = m.lot_id and l.kind = 'cohort'
        union all select m.farm_id, m.lot_id, m.from_place_id, m.occurred_at, -m.count from movement m
          join lot l on l.farm_id = m.farm_id and l.id = m.lot_id and l.kind = 'cohort'),
      shared as (select farm_id, place_id from flow group by 1, 2 having count(distinct lot_id) > 1),
      present as (
        select f.farm_id, f.movement_id, f.lot_id as credited, f.place_id, f.response, f.mass_g, w.lot_id, sum(w.change) as count, m.farm_day
        from feeding f join shared s on s.farm_id = f.farm_id and s.place_id = f.place_id
        join movement m on m.farm_id = f.farm_id and m.id = f.movement_id
        join flow w on w.farm_id = f.farm_id and w.place_id = f.place_id and w.occurred_at <= m.occurred_at
        group by 1, 2, 3, 4, 5, 6, 7, m.farm_day having sum(w.change) > 0)
      select p.*, p.count * coalesce(
          (select x.mean_g from sample x where x.farm_id = p.farm_id and x.lot_id = p.lot_id and x.farm_day <= p.farm_day and not x.withdrawn
             and not exists (select from sample c where c.farm_id = x.farm_id and c.corrects_id = x.id) order by x.farm_day desc, x.taken_at desc limit 1),
          l.start_mean_g, 1) as weight_g, count(*) over (partition by p.farm_id, p.movement_id) as lots
      from present p join lot l on l.farm_id = p.farm_id and l.id = p.lot_id;
    delete from eaten_by where lots < 2;
    alter table eaten_by add column part_g numeric(14, 1);
    update eaten_by e set part_g = round(e.mass_g * e.weight_g / (select sum(o.weight_g) from eaten_by o where o.farm_id = e.farm_id and o.movement_id = e.movement_id), 1);
    -- What rounding leaves over stays with the heaviest.
    update eaten_by e set part_g = e.part_g + e.mass_g - (select sum(o.part_g) from eaten_by o where o.farm_id = e.farm_id and o.movement_id = e.movement_id)
      where e.lot_id = (select o.lot_id from eaten_by o where o.farm_id = e.farm_id and o.movement_id = e.movement_id order by o.weight_g desc, o.lot_id limit 1);
    delete from feeding f using eaten_by e where f.farm_id = e.farm_id and f.movement_id = e.movement_id and f.lot_id = e.credited
      and not exists (select from eaten_by o where o.farm_id = f.farm_id and o.movement_id = f.movement_id and o.lot_id = f.lot_id);
    update feeding f set mass_g = e.part_g from eaten_by e where f.farm_id = e.farm_id and f.movement_id = e.movement_id and f.lot_id = e.lot_id;
    insert into feeding (farm_id, movement_id, place_id, lot_id, response, mass_g)
      select farm_id, movement_id, place_id, lot_id, response, part_g from eaten_by e
      where not exists (select from feeding f where f.farm_id = e.farm_id and f.movement_id = e.movement_id and f.lot_id = e.lot_id);
    insert into upgrade_note (farm_id, migration, words)
      select farm_id, '${name}', count(distinct movement_id) || ' feedings of tanks with several lots were credited to one of them; each is now parted by number and last known weight. What the tank was given is unchanged.'
      from eaten_by group by farm_id;
    drop table eaten_by;
    alter table feeding alter column mass_g set not null;
    alter table feeding add constraint feeding_mass check (mass_g between 0 and 100000000);
    alter table feeding enable trigger feeding_append_only;
  `);
  await guardTable(db, 'upgrade_note', 'select');
}
