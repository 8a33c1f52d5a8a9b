import type { Knex } from 'knex';
import { APP_ROLE } from './0006_row_security';
import { guardTable } from './farmTable';

/**
 * Readings stand in monthly parts, of a place or of a loop, by whoever or whatever took them. Instruments send batches, each
 * taken once. The last value of each place and kind stands ready; hours and days are rolled up farm by farm from a list of what is due.
 */
export const name = '0037_measurements';

const AS_OWNER = `security definer set search_path = public, pg_temp set app.upkeep = 'on'`;
const UPKEEP = `using (current_setting('app.upkeep', true) = 'on') with check (current_setting('app.upkeep', true) = 'on')`;
const OWN_FARM = `farm_id = (select nullif(current_setting('app.farm_id', true), '')::uuid)`;
const DAY = `between '2000-01-01' and '2100-12-31'`;
const MOMENT = `between '2000-01-01 00:00Z' and '2100-12-31 23:59:59Z'`;

const FOLLOWS = `
  insert into reading_latest (farm_id, loop_id, place_id, kind, value, farm_day, taken_at, reading_id)
    select distinct on (farm_id, loop_id, place_id, kind) farm_id, loop_id, place_id, kind, value, farm_day, taken_at, id
      from standing_reading where farm_id = farm order by farm_id, loop_id, place_id, kind, taken_at desc, id desc;
  insert into reading_due (farm_id, loop_id, kind, farm_day) select distinct farm_id, loop_id, kind, farm_day from standing_reading where farm_id = farm;`;

export async function up(db: Knex): Promise<void> {
  await probes(db);
  await parts(db);
  await followers(db);
  await triggers(db);
  await rollUps(db);
  await takingIn(db);
}

async function probes(db: Knex): Promise<void> {
  await db.raw(`
    create table probe (
      farm_id uuid not null references farm,
      id uuid not null,
      name text not null check (length(name) between 1 and 80),
      made_at timestamptz not null check (made_at ${MOMENT}),
      made_by uuid,
      ended_at timestamptz check (ended_at ${MOMENT}),
      forgotten_to bigint not null default -1,
      primary key (farm_id, id),
      foreign key (farm_id, made_by) references person
    );
    comment on table probe is 'An instrument, or what gathers for several, that sends readings by itself';
    comment on column probe.forgotten_to is 'Batches up to this number are not remembered any more: one that comes again is turned away';
    create table probe_key (
      farm_id uuid not null references farm,
      probe_id uuid not null,
      token_hash bytea not null,
      primary key (farm_id, probe_id),
      unique (farm_id, token_hash),
      foreign key (farm_id, probe_id) references probe
    );
    create index probe_key_by_token on probe_key (token_hash);
    create table reading_batch (
      farm_id uuid not null references farm,
      probe_id uuid not null,
      sequence bigint not null check (sequence between 0 and 9007199254740991),
      received_at timestamptz not null check (received_at ${MOMENT}),
      digest bytea not null,
      answer jsonb not null check (length(answer::text) <= 20000),
      primary key (farm_id, probe_id, sequence),
      foreign key (farm_id, probe_id) references probe
    );
    comment on table reading_batch is 'Batches that came, so that one sent again is not counted again';
    create index reading_batch_by_time on reading_batch (farm_id, probe_id, received_at);
    create function probe_of(wanted bytea) returns table (farm_id uuid, probe_id uuid, time_zone text, forgotten_to bigint) language sql stable ${AS_OWNER} as
      $$ select p.farm_id, p.id, f.time_zone, p.forgotten_to from probe_key k join probe p on p.farm_id = k.farm_id and p.id = k.probe_id
         join farm f on f.farm_id = p.farm_id where k.token_hash = wanted and p.ended_at is null $$;
    create function forget_batches(before timestamptz) returns integer language plpgsql ${AS_OWNER} as $$
      declare gone integer;
      begin
        with old as (delete from reading_batch where received_at < before returning farm_id, probe_id, sequence),
          last as (select farm_id, probe_id, max(sequence) as sequence from old group by 1, 2),
          kept as (update probe p set forgotten_to = greatest(p.forgotten_to, l.sequence) from last l where p.farm_id = l.farm_id and p.id = l.probe_id)
          select count(*) into gone from old;
        return gone;
      end $$;
  `);
  await guardTable(db, 'probe', 'select, insert, update');
  await guardTable(db, 'probe_key', 'select, insert, delete');
  await guardTable(db, 'reading_batch', 'select, insert');
}

/** Readings in monthly parts; what lies outside of those stands in the part for the rest. */
async function parts(db: Knex): Promise<void> {
  await db.raw(`
    alter table reading rename to reading_before;
    alter table reading_before rename constraint reading_corrected_once to reading_before_corrected_once;
    alter sequence reading_id_seq rename to reading_before_id_seq;
    create sequence reading_id_seq;
    create table reading (
      farm_id uuid not null references farm,
      id bigint not null default nextval('reading_id_seq'),
      entry_key text,
      loop_id uuid not null,
      place_id uuid,
      kind text not null constraint reading_kind_known references reading_kind,
      value numeric not null,
      farm_day date not null constraint reading_farm_day_range check (farm_day ${DAY}),
      taken_at timestamptz not null constraint reading_taken_at_within check (taken_at ${MOMENT}),
      person_id uuid,
      probe_id uuid,
      sequence bigint,
      corrects_id bigint,
      withdrawn boolean not null default false,
      constraint reading_key primary key (farm_id, farm_day, id),
      constraint reading_entry_once unique (farm_id, entry_key, farm_day),
      constraint reading_corrected_once unique (farm_id, corrects_id, farm_day),
      constraint reading_by_someone check (entry_key is not null or (probe_id is not null and sequence is not null)),
      foreign key (farm_id, loop_id) references loop,
      foreign key (farm_id, place_id) references place,
      foreign key (farm_id, person_id) references person,
      foreign key (farm_id, probe_id) references probe
    ) partition by range (farm_day);
    alter sequence reading_id_seq owned by reading.id;
    comment on column reading.withdrawn is 'True on a correction that only takes the named reading back; it has its loop, kind, day and moment';
    comment on column reading.place_id is 'Where in the loop; empty: its water as a whole';
    create index on reading (farm_id, loop_id, kind, farm_day);
    create index on reading (farm_id, loop_id, kind, taken_at desc, id desc) where not withdrawn;
    create table reading_rest partition of reading default;
    create function wall_part(part text) returns void language plpgsql set search_path = public, pg_temp as $$
      begin
        execute format('alter table %I enable row level security; alter table %I force row level security', part, part);
        execute format('create policy own_farm on %I using (${OWN_FARM.replaceAll("'", "''")}) with check (${OWN_FARM.replaceAll("'", "''")})', part);
        execute format('create policy upkeep on %I to current_user ${UPKEEP.replaceAll("'", "''")}', part);
      end $$;
    select wall_part('reading_rest');
    create function reading_months(from_day date, to_day date) returns integer language plpgsql ${AS_OWNER} as $$
      declare month date := date_trunc('month', from_day)::date; part text; made integer := 0;
      begin
        if to_day > from_day + 4000 then raise exception 'So many months are not made at once'; end if;
        while month <= to_day loop
          part := 'reading_' || to_char(month, 'YYYY_MM');
          -- A month of which something stands among the rest stays there: it is found all the same.
          if to_regclass(part) is null and not exists (select from reading_rest where farm_day >= month and farm_day < month + interval '1 month') then
            execute format('create table %I (like reading including defaults including constraints)', part);
            execute format('alter table reading attach partition %I for values from (%L) to (%L)', part, month, (month + interval '1 month')::date);
            perform wall_part(part);
            made := made + 1;
          end if;
          month := (month + interval '1 month')::date;
        end loop;
        return made;
      end $$;
    select reading_months(month, month) from (select distinct date_trunc('month', farm_day)::date as month from reading_before) m where month ${DAY};
    insert into reading (farm_id, id, entry_key, loop_id, kind, value, farm_day, taken_at, person_id, corrects_id, withdrawn)
      select r.farm_id, r.id, r.entry_key, r.loop_id, r.kind, r.value, coalesce(o.farm_day, r.farm_day), coalesce(o.taken_at, r.taken_at), r.person_id, r.corrects_id, r.withdrawn
        from reading_before r left join reading_before o on o.farm_id = r.farm_id and o.id = r.corrects_id
        where r.farm_day ${DAY} and r.taken_at ${MOMENT} and coalesce(o.farm_day, r.farm_day) ${DAY} and coalesce(o.taken_at, r.taken_at) ${MOMENT};
    insert into upgrade_note (farm_id, migration, words)
      select farm_id, '${name}', count(*) || ' readings of days outside of the calendar (2000 to 2100) were left out: no screen could show them.'
        from reading_before r where not (r.farm_day ${DAY} and r.taken_at ${MOMENT}) group by farm_id;
    select setval('reading_id_seq', greatest((select max(id) from reading), 1));
    drop table reading_before;
    -- What holds: neither withdrawn nor named by a correction.
    create view standing_reading with (security_invoker = true) as
      select r.farm_id, r.id, r.entry_key, r.loop_id, r.place_id, r.kind, r.value, r.farm_day, r.taken_at, r.person_id, r.probe_id from reading r
      where not r.withdrawn and not exists (select from reading c where c.farm_id = r.farm_id and c.farm_day = r.farm_day and c.corrects_id = r.id);
    grant select on standing_reading to ${APP_ROLE};
    grant usage on sequence reading_id_seq to ${APP_ROLE};
  `);
  await guardTable(db, 'reading', 'select, insert');
}

/** What follows from readings. */
async function followers(db: Knex): Promise<void> {
  await db.raw(`
    create table reading_latest (
      farm_id uuid not null references farm,
      loop_id uuid not null,
      place_id uuid,
      kind text not null references reading_kind,
      value numeric not null,
      farm_day date not null check (farm_day ${DAY}),
      taken_at timestamptz not null check (taken_at ${MOMENT}),
      reading_id bigint not null,
      constraint reading_latest_once unique nulls not distinct (farm_id, loop_id, place_id, kind),
      foreign key (farm_id, loop_id) references loop,
      foreign key (farm_id, place_id) references place
    );
    comment on table reading_latest is 'The last reading of each place and kind that holds';
    create table reading_hour (
      farm_id uuid not null references farm,
      loop_id uuid not null,
      place_id uuid,
      kind text not null references reading_kind,
      farm_day date not null check (farm_day ${DAY}),
      hour timestamptz not null check (hour ${MOMENT}),
      mean numeric not null,
      low numeric not null,
      high numeric not null,
      n integer not null,
      constraint reading_hour_once unique nulls not distinct (farm_id, loop_id, kind, farm_day, place_id, hour),
      foreign key (farm_id, loop_id) references loop,
      foreign key (farm_id, place_id) references place
    );
    comment on table reading_hour is 'What the hours of a day that is over came to, by place; made with the day';
    create table reading_due (
      farm_id uuid not null references farm,
      loop_id uuid not null,
      kind text not null references reading_kind,
      farm_day date not null check (farm_day ${DAY}),
      n bigint not null default 1,
      primary key (farm_id, loop_id, kind, farm_day),
      foreign key (farm_id, loop_id) references loop
    );
    comment on table reading_due is 'Days for which readings came or went since they were rolled up';
    create index reading_due_by_day on reading_due (farm_day);
    insert into reading_latest (farm_id, loop_id, place_id, kind, value, farm_day, taken_at, reading_id)
      select distinct on (farm_id, loop_id, place_id, kind) farm_id, loop_id, place_id, kind, value, farm_day, taken_at, id
        from standing_reading order by farm_id, loop_id, place_id, kind, taken_at desc, id desc;
    insert into reading_due (farm_id, loop_id, kind, farm_day)
      select distinct farm_id, loop_id, kind, farm_day from standing_reading r
      where not exists (select from reading_day d where d.farm_id = r.farm_id and d.loop_id = r.loop_id and d.kind = r.kind and d.farm_day = r.farm_day);
  `);
  for (const table of ['reading_latest', 'reading_hour', 'reading_due']) await guardTable(db, table, 'select');
  for (const table of [
    'probe',
    'probe_key',
    'reading_batch',
    'reading',
    'reading_latest',
    'reading_hour',
    'reading_due',
  ])
    await db.raw(
      `alter table ${table} force row level security; create policy upkeep on ${table} to current_user ${UPKEEP}`,
    );
}

async function triggers(db: Knex): Promise<void> {
  await db.raw(`
    drop function reading_comes();
    create function readings_come() returns trigger language plpgsql ${AS_OWNER} as $$
      declare wrong record; today date := nullif(current_setting('app.farm_day', true), '')::date;
      begin
        select c.value, c.kind into wrong from changed c join reading_kind k on k.kind = c.kind where not (c.value between k.low and k.high) limit 1;
        if found then
          raise exception '% is no reading of %', wrong.value, wrong.kind using errcode = '23514', constraint = 'reading_value_possible';
        end if;
        -- In one order, so that two that come at once never wait for each other in a ring. Who rolls a day up holds its row: what comes meanwhile waits and is due again.
        insert into reading_due as d (farm_id, loop_id, kind, farm_day) select distinct farm_id, loop_id, kind, farm_day from changed order by 1, 2, 3, 4
          on conflict (farm_id, loop_id, kind, farm_day) do update set n = d.n + 1;
        delete from reading_day d using (select distinct farm_id, loop_id, kind, farm_day from changed) c
          where d.farm_id = c.farm_id and d.loop_id = c.loop_id and d.kind = c.kind and d.farm_day = c.farm_day;
        delete from reading_hour h using (select distinct farm_id, loop_id, kind, farm_day from changed) c
          where h.farm_id = c.farm_id and h.loop_id = c.loop_id and h.kind = c.kind and h.farm_day = c.farm_day;
        -- What a past day was like changes how growth is judged; today's readings do not until the day is over.
        insert into revision as r (farm_id, topic) select distinct farm_id, 'climate' from changed where today is null or farm_day < today
          on conflict (farm_id, topic) do update set n = r.n + 1;
        insert into reading_latest as l (farm_id, loop_id, place_id, kind, value, farm_day, taken_at, reading_id)
          select distinct on (farm_id, loop_id, place_id, kind) farm_id, loop_id, place_id, kind, value, farm_day, taken_at, id
            from changed where not withdrawn order by farm_id, loop_id, place_id, kind, taken_at desc, id desc
          on conflict (farm_id, loop_id, place_id, kind) do update
            set value = excluded.value, farm_day = excluded.farm_day, taken_at = excluded.taken_at, reading_id = excluded.reading_id
            where (excluded.taken_at, excluded.reading_id) > (l.taken_at, l.reading_id);
        if exists (select from changed where withdrawn) then perform latest_again(array(select distinct corrects_id from changed where withdrawn)); end if;
        return null;
      end $$;
    create function latest_again(gone bigint[]) returns void language plpgsql ${AS_OWNER} as $$
      declare l record;
      begin
        for l in select * from reading_latest where reading_id = any (gone) for update loop
          delete from reading_latest where farm_id = l.farm_id and loop_id = l.loop_id and place_id is not distinct from l.place_id and kind = l.kind;
          insert into reading_latest (farm_id, loop_id, place_id, kind, value, farm_day, taken_at, reading_id)
            select farm_id, loop_id, place_id, kind, value, farm_day, taken_at, id from standing_reading
            where farm_id = l.farm_id and loop_id = l.loop_id and place_id is not distinct from l.place_id and kind = l.kind
            order by taken_at desc, id desc limit 1
            on conflict do nothing;
        end loop;
      end $$;
    create trigger reading_append_only before update or delete on reading for each row execute function event_refuse_change();
    create trigger reading_batch_append_only before update on reading_batch for each row execute function event_refuse_change();
    create trigger readings_come after insert on reading referencing new table as changed for each statement execute function readings_come();
    create trigger reading_counts_insert after insert on reading referencing new table as changed for each statement execute function revision_count('water');
    create trigger probe_counts_insert after insert on probe referencing new table as changed for each statement execute function revision_count('water');
    create trigger probe_counts_update after update on probe referencing new table as changed for each statement execute function revision_count('water');
  `);
}

async function rollUps(db: Knex): Promise<void> {
  await db.raw(`
    drop function roll_up_readings(date, integer);
    create function farms_to_roll_up(until date) returns setof uuid language sql stable ${AS_OWNER} as
      $$ select distinct farm_id from reading_due where farm_day < until order by 1 $$;
    create function roll_up_readings(farm uuid, until date, most integer) returns integer language plpgsql ${AS_OWNER} as $$
      declare d record; made integer := 0;
      begin
        for d in select loop_id, kind, farm_day from reading_due where farm_id = farm and farm_day < until order by farm_day limit most for update skip locked loop
          delete from reading_hour where farm_id = farm and loop_id = d.loop_id and kind = d.kind and farm_day = d.farm_day;
          insert into reading_hour (farm_id, loop_id, place_id, kind, farm_day, hour, mean, low, high, n)
            select farm, d.loop_id, place_id, d.kind, d.farm_day, date_trunc('hour', taken_at, 'UTC'), avg(value), min(value), max(value), count(*)
              from standing_reading where farm_id = farm and loop_id = d.loop_id and kind = d.kind and farm_day = d.farm_day group by place_id, 6;
          delete from reading_day where farm_id = farm and loop_id = d.loop_id and kind = d.kind and farm_day = d.farm_day;
          insert into reading_day (farm_id, loop_id, kind, farm_day, mean, low, high, n)
            select farm, d.loop_id, d.kind, d.farm_day, avg(value), min(value), max(value), count(*)
              from standing_reading where farm_id = farm and loop_id = d.loop_id and kind = d.kind and farm_day = d.farm_day having count(*) > 0;
          delete from reading_due where farm_id = farm and loop_id = d.loop_id and kind = d.kind and farm_day = d.farm_day;
          made := made + 1;
        end loop;
        return made;
      end $$;
    revoke execute on function wall_part, reading_months, probe_of, forget_batches, readings_come, latest_again, farms_to_roll_up, roll_up_readings from public;
    grant execute on function reading_months, probe_of, forget_batches, farms_to_roll_up, roll_up_readings to ${APP_ROLE};
  `);
}

/** A farm's file: parts are not tables of their own, what follows is made anew, and a correction goes to the day of what it corrects. */
async function takingIn(db: Knex): Promise<void> {
  await db.raw(`
    create or replace function tables_laid() returns setof name language sql stable set search_path = public, pg_temp as
      $$ select c.relname from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attname = 'farm_id' and not a.attisdropped
          where c.relkind in ('r', 'p') and not c.relispartition and c.relnamespace = 'public'::regnamespace
            and c.relname not in ('farm', 'session', 'known_device', 'invite', 'balance', 'reading_day', 'reading_hour', 'reading_due', 'reading_latest', 'probe_key', 'revision', 'taking_in') order by 1 $$;
  `);
  await rewrite(db, 'taking_in_lays(uuid,text,text[],jsonb)', [
    [
      '(was bigint primary key, became bigint not null)',
      '(was bigint primary key, became bigint not null, farm_day date, taken_at timestamptz)',
    ],
    [
      `select (r->>'id')::bigint, nextval(pg_get_serial_sequence('reading', 'id')) from jsonb_array_elements(rows) r;`,
      `select (r->>'id')::bigint, nextval(pg_get_serial_sequence('reading', 'id')), (r->>'farm_day')::date, (r->>'taken_at')::timestamptz from jsonb_array_elements(rows) r;`,
    ],
  ]);
  await rewrite(db, 'taking_in_ends(uuid,text,text)', [
    [
      'set corrects_id = t.became from reading_turn',
      'set corrects_id = t.became, farm_day = t.farm_day, taken_at = t.taken_at from reading_turn',
    ],
    ['analyze movement, lot, place, person;', `analyze movement, lot, place, person, reading;${FOLLOWS}`],
  ]);
}

/** A function as it is, with some of its words exchanged: what is not changed stands in one migration only. */
async function rewrite(db: Knex, signature: string, words: [was: string, is: string][]): Promise<void> {
  const { rows } = await db.raw<{ rows: { body: string }[] }>('select pg_get_functiondef(?::regprocedure) as body', [
    signature,
  ]);
  let { body } = rows[0]!;
  for (const [was, is] of words) {
    if (!body.includes(was)) throw new Error(`${signature} is not as it was left: ${was}`);
    body = body.replace(was, is);
  }
  await db.raw(body);
}
