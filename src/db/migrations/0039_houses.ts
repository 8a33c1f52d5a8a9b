import type { Knex } from 'knex';
import { guardTable } from './farmTable';

/**
 * Houses as they are: of what they are built, what is held in them, and the air and light that follow; loops know between what their
 * water is held. What hands read of water, air and light today moves the dates at once, where it is not what was read before.
 */
export const name = '0039_houses';

const UPKEEP = `using (current_setting('app.upkeep', true) = 'on') with check (current_setting('app.upkeep', true) = 'on')`;

export async function up(db: Knex): Promise<void> {
  await houses(db);
  await readToday(db);
}

async function houses(db: Knex): Promise<void> {
  await db.raw(`
    alter table zone
      add column house jsonb constraint zone_house check (house is null or jsonb_typeof(house) = 'object' and coalesce(house ->> 'cover', '') in ('glass', 'film', 'shade', 'open', 'closed')),
      add column planned_air_temp_c numeric[] constraint zone_air check (array_length(planned_air_temp_c, 1) = 12 and -60 <= all (planned_air_temp_c) and 60 >= all (planned_air_temp_c)),
      add column planned_light_mol numeric[] constraint zone_light check (array_length(planned_light_mol, 1) = 12 and 0 <= all (planned_light_mol) and 120 >= all (planned_light_mol)),
      add constraint zone_climate check ((house is null) = (planned_air_temp_c is null) and (house is null) = (planned_light_mol is null));
    comment on column zone.house is 'Cover, set points and lamps; null: nobody said, and its beds have the air and light of their loop';
    comment on column zone.planned_air_temp_c is 'Mean of day and night by month, °C';
    comment on column zone.planned_light_mol is 'Daily light sum at the leaves by month, mol/m²';
    alter table loop
      add column held_low_c numeric constraint loop_held_low check (held_low_c between 0 and 40),
      add column held_high_c numeric constraint loop_held_high check (held_high_c between 0 and 40);
    comment on column loop.held_low_c is 'The water is warmed to it, °C; null: nobody said';
    create function planning_counts() returns trigger language plpgsql security definer set search_path = public, pg_temp as $$
      begin
        insert into revision as r (farm_id, topic) values (new.farm_id, 'places') on conflict (farm_id, topic) do update set n = r.n + 1;
        return null;
      end $$;
    revoke execute on function planning_counts from public;
    create trigger farm_planning_counts after update on farm for each row
      when ((old.habits -> 'planning') is distinct from (new.habits -> 'planning')) execute function planning_counts();
    comment on column loop.held_high_c is 'The water is cooled to it, °C; null: nobody said';
  `);
}

/** So much another value than the last counts as another: °C, or mol/m² of light. */
const ANOTHER = 0.5;

async function readToday(db: Knex): Promise<void> {
  await db.raw(`
    create table reading_today (
      farm_id uuid not null references farm,
      loop_id uuid not null,
      place_id uuid,
      kind text not null references reading_kind,
      farm_day date not null check (farm_day between '2000-01-01' and '2100-12-31'),
      value numeric not null,
      constraint reading_today_once unique nulls not distinct (farm_id, loop_id, place_id, kind),
      foreign key (farm_id, loop_id) references loop,
      foreign key (farm_id, place_id) references place
    );
    comment on table reading_today is 'What hands read last of water, air and light: what dates follow until the day is over';
  `);
  await guardTable(db, 'reading_today', 'select');
  await db.raw(
    `alter table reading_today force row level security; create policy upkeep on reading_today to current_user ${UPKEEP}`,
  );
  await rewrite(db, 'readings_come()', [
    [
      'insert into reading_latest as l',
      `with moved as (
          insert into reading_today as n (farm_id, loop_id, place_id, kind, farm_day, value)
            select distinct on (farm_id, loop_id, place_id, kind) farm_id, loop_id, place_id, kind, farm_day, value
              from changed where not withdrawn and probe_id is null and kind in ('t', 'air', 'light') and farm_day = today
              order by farm_id, loop_id, place_id, kind, taken_at desc, id desc
            on conflict (farm_id, loop_id, place_id, kind) do update set farm_day = excluded.farm_day, value = excluded.value
              where n.farm_day <> excluded.farm_day or abs(n.value - excluded.value) >= ${ANOTHER}
            returning farm_id
        ), gone as (
          delete from reading_today n using changed c
            where c.withdrawn and n.farm_id = c.farm_id and n.loop_id = c.loop_id and n.kind = c.kind and n.farm_day = c.farm_day and n.place_id is not distinct from c.place_id
            returning n.farm_id
        )
        insert into revision as r (farm_id, topic) select distinct farm_id, 'climate' from (select * from moved union all select * from gone) m
          on conflict (farm_id, topic) do update set n = r.n + 1;
        insert into reading_latest as l`,
    ],
  ]);
  await rewrite(db, 'tables_laid()', [[`'reading_latest',`, `'reading_latest', 'reading_today',`]]);
}

/** A function as it is, with some of its words exchanged. */
async function rewrite(db: Knex, signature: string, words: [was: string, is: string][]): Promise<void> {
  const { rows } = await db.raw<{ rows: { body: string }[] }>('select pg_get_functiondef(?::regprocedure) as body', [
    signature,
  ]);
  let { body } = rows[0]!;
  for (const [was, is] of words) {
    if (!body.includes(was)) throw new Error(`${signature} is not as it was left: ${was}`);
    body = body.replace(was, () => is);
  }
  await db.raw(body);
}
