import type { Knex } from 'knex';

export const name = '0028_looks_in_order';

/** Two looks of one moment keep the order in which they were written down: the last of them is how it stands. */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    alter table finding add column recorded_at timestamptz not null default clock_timestamp();
    update finding set recorded_at = seen_at;
    comment on column finding.recorded_at is 'When it was written down; seen_at: when it was seen';
  `);
}
