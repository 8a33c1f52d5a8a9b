import type { Knex } from 'knex';

/**
 * What an entry did to the plan is kept with it, whatever door it came through: which steps it added stands beside them, what it
 * changed stands in plan_event already. Taking back goes by both.
 */
export const name = '0034_undone_as_done';

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    alter table plan_step add column added_by uuid default nullif(current_setting('app.entry_key', true), '')::uuid;
    comment on column plan_step.added_by is 'Entry that added it; null: laid before entries, or with the farm';
    create index plan_step_of_entry on plan_step (farm_id, added_by) where added_by is not null;
    create index plan_event_of_entry on plan_event (farm_id, entry_key) where entry_key is not null;
    update plan_step s set added_by = e.entry_key from entry e
      where e.farm_id = s.farm_id and jsonb_typeof(e.answer -> 'plan' -> 'added') = 'array' and e.answer -> 'plan' -> 'added' @> to_jsonb(s.id::text);
  `);
}
