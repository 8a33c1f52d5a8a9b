import type { Knex } from 'knex';

/**
 * What a station shows is made once for each state of what it read: what is shown and was not counted until now is counted too.
 */
export const name = '0043_counted_for_stations';

/** Which topic a table counts under. */
const TOPICS: Record<string, string> = {
  calendar_link: 'people',
  finding: 'scouting',
  paper: 'papers',
  price: 'prices',
  trial: 'trials',
  trial_arm: 'trials',
  trial_measure: 'trials',
  trial_plot: 'trials',
  setup_change: 'changes',
  plan_event: 'plan',
  purge_batch_change: 'purge',
  weather_day: 'weather',
  probe_key: 'water',
};

export async function up(db: Knex): Promise<void> {
  for (const [table, topic] of Object.entries(TOPICS))
    for (const [when, rows] of [
      ['insert', 'new'],
      ['update', 'new'],
      ['delete', 'old'],
    ])
      await db.raw(
        `create trigger ${table}_counts_for_stations_${when} after ${when} on ${table} referencing ${rows} table as changed for each statement execute function revision_count('${topic}')`,
      );
}
