import type { Knex } from 'knex';

/** Spares are stock: how many of them are never to be fewer. */
export const name = '0041_spares';

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    alter table equipment add column least_spare smallint constraint equipment_least_spare check (least_spare between 1 and 2000);
    comment on column equipment.least_spare is 'How many of its kind are always to be in reserve; it stays with one that is put to use';
  `);
}
