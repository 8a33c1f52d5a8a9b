import type { Knex } from 'knex';

/**
 * A graded lot keeps the very sizes it was parted with: no fish of it is smaller than where it was parted. What a pick weighed teaches
 * what a head weighs.
 */
export const name = '0042_sizes_and_weights';

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    alter table lot add column start_sizes double precision[]
      constraint lot_start_sizes check (cardinality(start_sizes) between 1 and 60 and 0 < all (start_sizes) and 100 > all (start_sizes));
    comment on column lot.start_sizes is 'Sizes at the start of a graded or merged lot: weight over its mean, groups of equally many fish; null: spread as start_cv says';

    alter table husbandry_event drop constraint husbandry_event_kind_known;
    alter table husbandry_event add constraint husbandry_event_kind_known check (kind in
      ('observe', 'treat', 'quarantine_extend', 'quarantine_clear', 'fallow', 'clean', 'loss_note',
       'came_up', 'spaced', 'cut', 'sign', 'care', 'release', 'weighed'));
    comment on column husbandry_event.detail is 'Plantings, spaced: the stage in the bed, since when, and the cuts it had before; weighed: g of all that were picked, massG';
  `);
}
