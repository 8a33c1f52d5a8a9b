import type { Knex } from 'knex';
import { APP_ROLE } from './0006_row_security';
import { guardTable } from './farmTable';

/**
 * Every act is one entry: who did it, when it was done and when it arrived, what was sent (as a hash) and what was answered.
 * The same key with the same content gets the same answer; with other content it is refused. Numbers come from counters.
 */
export const name = '0011_entries';

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    alter table farm add column entry_back_days integer not null default 14 constraint farm_entry_back_days check (entry_back_days between 0 and 366);
    comment on column farm.entry_back_days is 'How many days after it was done an entry may still arrive';

    create table entry (
      farm_id uuid not null references farm,
      entry_key uuid not null,
      command text not null constraint entry_command check (length(command) between 3 and 60),
      version integer not null constraint entry_version check (version between 1 and 1000),
      content_hash bytea not null constraint entry_hash check (length(content_hash) = 32),
      person_id uuid not null,
      farm_day date not null constraint entry_day check (farm_day between '2000-01-01' and '2100-12-31'),
      done_at timestamptz not null,
      arrived_at timestamptz not null,
      title text not null constraint entry_title check (length(title) between 1 and 200),
      answer jsonb,
      taken_back_by uuid,
      constraint entry_once primary key (farm_id, entry_key),
      foreign key (farm_id, person_id) references person,
      foreign key (farm_id, taken_back_by) references entry
    );
    comment on column entry.content_hash is 'SHA-256 of command, version, time of doing and body, keys in order';
    create index entry_by_day on entry (farm_id, farm_day);

    create table counter (
      farm_id uuid not null references farm,
      name text not null,
      last bigint not null check (last between 0 and 1000000000000),
      primary key (farm_id, name)
    );
    comment on table counter is 'Numbers without gaps: taken in the transaction that uses them, so that one that fails gives its number back';
    insert into counter (farm_id, name, last)
      select farm_id, 'order', max(substring(code from '^O-([0-9]{1,12})$')::bigint) from sales_order where code ~ '^O-[0-9]{1,12}$' group by farm_id;
  `);
  await guardTable(db, 'entry', 'select, insert');
  await guardTable(db, 'counter', 'select, insert, update');
  await db.raw(`grant update (command, version, answer, title, taken_back_by) on entry to ${APP_ROLE}`);
}
