import type { Knex } from 'knex';

/** What is said of a farm's parts is kept: how deep a bed is, what is only a spare, what light lamps give and over what. */
export const name = '0038_as_said';

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    alter table place add column depth_m numeric constraint place_depth check (depth_m >= 0 and depth_m <= 20);
    comment on column place.depth_m is 'Of media, sand, soil or water in it, m';
    alter table equipment add column is_spare boolean not null default false,
      add column umol_s numeric constraint equipment_light check (umol_s > 0 and umol_s <= 1000000),
      add column shines_on text constraint equipment_shines_on check (length(shines_on) between 1 and 60);
    comment on column equipment.is_spare is 'In stock for when another fails: it never runs';
    comment on column equipment.umol_s is 'Lamps: photons in a second, µmol';
    comment on column equipment.shines_on is 'Lamps: over what, as it was said';
  `);
}
