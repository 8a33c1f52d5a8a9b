import type { Knex } from 'knex';

/** The last reading of a kind is found without looking at the others of the fortnight. */
export const name = '0032_last_readings';

export async function up(db: Knex): Promise<void> {
  await db.raw(
    'create index reading_last on reading (farm_id, loop_id, kind, taken_at desc, id desc) where not withdrawn',
  );
}
