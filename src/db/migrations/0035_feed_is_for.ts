import type { Knex } from 'knex';

/**
 * Which fish a lot of feed is for stands with it, not in letters of its code; and the size of its pellets, where it is known. Lots of
 * before: the species that ate most of it, else the one whose cohorts bear the letters in its code.
 */
export const name = '0035_feed_is_for';

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    alter table lot add column pellet_mm numeric constraint lot_pellet_possible check (pellet_mm > 0 and pellet_mm <= 50);
    comment on column lot.pellet_mm is 'Feed: size of its pellets, mm';
    comment on column lot.species_code is 'Cohorts: what they are; feed: which fish it is for, null: any';
    update lot f set species_code = coalesce(
      (select c.species_code from movement m join feeding e on e.farm_id = m.farm_id and e.movement_id = m.id
         join lot c on c.farm_id = e.farm_id and c.id = e.lot_id
         where m.farm_id = f.farm_id and m.lot_id = f.id group by 1 order by sum(e.mass_g) desc, 1 limit 1),
      (select c.species_code from lot c where c.farm_id = f.farm_id and c.kind = 'cohort'
         and split_part(c.code, '-', 1) = split_part(f.code, '-', 2) group by 1 order by count(*) desc, 1 limit 1))
      where f.kind = 'feed' and f.species_code is null;
  `);
}
