import type { Knex } from 'knex';
import { APP_ROLE } from './0006_row_security';

const OWN_FARM = `farm_id = (select nullif(current_setting('app.farm_id', true), '')::uuid)`;

/** What every table of a farm carries: its own farm's rows only, also for the owner unless it says that it does upkeep. */
export async function guardTable(db: Knex, table: string, grants: string): Promise<void> {
  await db.raw(`
    alter table ${table} enable row level security;
    create policy own_farm on ${table} using (${OWN_FARM}) with check (${OWN_FARM});
    grant ${grants} on ${table} to ${APP_ROLE};
  `);
}

/** A list that is the same for every farm: kinds that are registered in code and written at start. */
export async function guardList(db: Knex, table: string): Promise<void> {
  await db.raw(`
    alter table ${table} enable row level security;
    create policy everyone_reads on ${table} for select using (true);
    grant select on ${table} to ${APP_ROLE};
  `);
}
