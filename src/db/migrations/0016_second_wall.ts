import type { Knex } from 'knex';
import { APP_ROLE } from './0006_row_security';
import { guardTable } from './farmTable';

/**
 * The database as a second wall. Row security holds for the owner as well, unless it says that it does upkeep; functions
 * that run as the owner have a fixed path; unique keys stay within a farm; who may do what changes only through functions
 * that check who asks; tries to sign in are counted where two at once cannot pass each other.
 */
export const name = '0016_second_wall';

const AS_OWNER = `security definer set search_path = public, pg_temp set app.upkeep = 'on'`;

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    -- Unique keys within a farm.
    alter table session drop constraint session_pkey;
    alter table session add primary key (farm_id, token_hash);
    create index session_by_token on session (token_hash);
    create index session_by_end on session (expires_at);
    alter table person drop constraint person_sign_in_name_key;
    alter table person add constraint person_sign_in_name_once unique (farm_id, sign_in_name);
    create index person_by_sign_in_name on person (sign_in_name);
    alter table reading drop constraint reading_corrects_id_key;
    drop index reading_corrects;
    alter table reading add constraint reading_corrected_once unique (farm_id, corrects_id);
    alter table person add column ended_on date;
    comment on column person.ended_on is 'The last day as a member; what the person recorded stays';

    -- Signing in.
    drop function recent_sign_in_failures(text, timestamptz);
    drop function note_sign_in_failure(text, timestamptz);
    drop table sign_in_failure;
    create table sign_in_guard (
      key text primary key check (length(key) <= 220),
      failures integer not null,
      until timestamptz not null,
      last_at timestamptz not null,
      last_try uuid not null
    );
    comment on table sign_in_guard is 'Tries that did not succeed, by name, by address and by known device, and until when the next one waits';
    alter table sign_in_guard enable row level security;
    create policy nobody on sign_in_guard using (false);
    create table known_device (
      farm_id uuid not null references farm,
      person_id uuid not null,
      token_hash bytea not null,
      seen_at timestamptz not null,
      primary key (farm_id, person_id, token_hash),
      foreign key (farm_id, person_id) references person
    );
    comment on table known_device is 'A device this person has signed in from: nobody else’s tries lock it out';

    create function sign_in_delay(failures integer, free integer) returns interval language sql immutable as
      $$ select case when failures <= free then interval '0' else least(interval '15 minutes', interval '5 seconds' * power(2, least(failures - free - 1, 10))) end $$;
    create function sign_in_try(wanted text, address text, device bytea, try uuid, at timestamptz) returns integer
      language plpgsql ${AS_OWNER} as $$
      declare known boolean; k record; g sign_in_guard; wait interval := interval '0';
      begin
        known := exists (select from known_device d join person p on p.farm_id = d.farm_id and p.id = d.person_id
          where d.token_hash = device and p.sign_in_name = wanted);
        for k in select * from (values ('name:' || left(wanted, 120), 5, not known), ('device:' || encode(coalesce(device, ''), 'hex') || ':' || left(wanted, 80), 5, known),
            ('address:' || left(address, 80), 30, not known)) as v(key, free, counts) where v.counts order by v.key loop
          insert into sign_in_guard as s (key, failures, until, last_at, last_try) values (k.key, 1, at, at, try)
          on conflict (key) do update set
            failures = case when at < s.until then s.failures when s.last_at < at - interval '1 day' then 1 else s.failures + 1 end,
            until = case when at < s.until then s.until when s.last_at < at - interval '1 day' then at else at + sign_in_delay(s.failures + 1, k.free) end,
            last_at = case when at < s.until then s.last_at else at end,
            last_try = case when at < s.until then s.last_try else try end
          returning * into g;
          if g.last_try <> try then wait := greatest(wait, g.until - at); end if;
        end loop;
        return ceil(extract(epoch from wait));
      end $$;
    create function sign_in_done(wanted text, address text, device bytea) returns void language sql ${AS_OWNER} as
      $$ delete from sign_in_guard where key in ('name:' || left(wanted, 120), 'address:' || left(address, 80), 'device:' || encode(coalesce(device, ''), 'hex') || ':' || left(wanted, 80)) $$;

    drop function person_to_sign_in(text);
    create function person_to_sign_in(wanted text) returns table (farm_id uuid, person_id uuid, password_hash text)
      language sql stable ${AS_OWNER} as
      $$ select p.farm_id, p.id, p.password_hash from person p join farm f on f.farm_id = p.farm_id
         where p.sign_in_name = wanted and p.ended_on is null order by f.created_at limit 40 $$;
    drop function person_of_session(bytea, timestamptz);
    create function person_of_session(wanted bytea, at timestamptz)
      returns table (farm_id uuid, person_id uuid, name text, role text, settings jsonb, farm_name text, time_zone text, currency char(3), is_demo boolean, entry_back_days integer)
      language sql stable ${AS_OWNER} as
      $$ select p.farm_id, p.id, p.name, p.role, p.settings, f.name, f.time_zone, f.currency, f.is_demo, f.entry_back_days
         from session s join person p on p.farm_id = s.farm_id and p.id = s.person_id join farm f on f.farm_id = p.farm_id
         where s.token_hash = wanted and s.expires_at > at and p.ended_on is null $$;
    alter function demo_sign_ins() set search_path = public, pg_temp;
    alter function demo_sign_ins() set app.upkeep = 'on';
    alter function movement_post() set search_path = public, pg_temp;
    alter function balance_add(uuid, uuid, uuid, bigint, numeric) set search_path = public, pg_temp;

    create function clear_old_sign_ins(at timestamptz) returns integer language plpgsql ${AS_OWNER} as $$
      declare gone integer; more integer;
      begin
        delete from session where expires_at <= at; get diagnostics gone = row_count;
        delete from sign_in_guard where last_at < at - interval '2 days'; get diagnostics more = row_count;
        gone := gone + more;
        delete from known_device where seen_at < at - interval '400 days'; get diagnostics more = row_count;
        return gone + more;
      end $$;

    create function demo_upkeep(at timestamptz) returns integer language plpgsql ${AS_OWNER} as $$
      declare gone integer;
      begin
        update draft d set state = 'discarded' from farm f where f.farm_id = d.farm_id and f.is_demo and d.state = 'open' and d.created_at < at - interval '30 days';
        get diagnostics gone = row_count;
        return gone;
      end $$;

    -- Who may do what: only through these, and each asks who asks.
    create function asking_person(asker bytea, at timestamptz, needed text) returns person language plpgsql stable ${AS_OWNER} as $$
      declare who person;
      begin
        select p.* into who from session s join person p on p.farm_id = s.farm_id and p.id = s.person_id
          where s.token_hash = asker and s.expires_at > at and p.ended_on is null;
        if who.id is null then raise exception 'Nobody is signed in with that' using errcode = '42501', constraint = 'person_asks_signed_out'; end if;
        if needed is not null and who.role <> needed then raise exception 'This is for a manager' using errcode = '42501', constraint = 'person_asks_no_manager'; end if;
        return who;
      end $$;
    create function person_of_farm(farm uuid, wanted uuid) returns person language plpgsql stable ${AS_OWNER} as $$
      declare who person;
      begin
        select * into who from person where farm_id = farm and id = wanted;
        if who.id is null then raise exception 'That person is not on this farm' using errcode = '23503', constraint = 'person_of_farm'; end if;
        return who;
      end $$;
    create function keep_a_manager(farm uuid) returns void language plpgsql ${AS_OWNER} as $$
      begin
        if not exists (select from person where farm_id = farm and role = 'manager' and ended_on is null) then
          raise exception 'A farm needs a manager' using errcode = '23514', constraint = 'person_last_manager';
        end if;
      end $$;
    create function add_person(asker bytea, at timestamptz, name_ text, sign_in_name_ text, role_ text, password_hash_ text) returns uuid language plpgsql ${AS_OWNER} as $$
      declare who person := asking_person(asker, at, 'manager'); made uuid := gen_random_uuid();
      begin
        -- As many as a sign-in looks at; each costs it time.
        if (select count(*) from person where sign_in_name = lower(sign_in_name_) and ended_on is null) >= 40 then
          raise exception 'That sign-in name is used on very many farms; choose a longer one' using errcode = 'check_violation';
        end if;
        insert into person (farm_id, id, name, sign_in_name, role, password_hash) values (who.farm_id, made, name_, lower(sign_in_name_), role_, password_hash_);
        return made;
      end $$;
    create function set_person_role(asker bytea, at timestamptz, wanted uuid, role_ text) returns void language plpgsql ${AS_OWNER} as $$
      declare who person := asking_person(asker, at, 'manager');
      begin
        perform from farm where farm_id = who.farm_id for update;
        perform person_of_farm(who.farm_id, wanted);
        update person set role = role_ where farm_id = who.farm_id and id = wanted;
        perform keep_a_manager(who.farm_id);
      end $$;
    create function set_person_password(asker bytea, at timestamptz, wanted uuid, password_hash_ text) returns void language plpgsql ${AS_OWNER} as $$
      declare who person := asking_person(asker, at, null);
      begin
        if who.id <> wanted and who.role <> 'manager' then raise exception 'This is for a manager' using errcode = '42501', constraint = 'person_asks_no_manager'; end if;
        perform person_of_farm(who.farm_id, wanted);
        update person set password_hash = password_hash_, demo_password = null where farm_id = who.farm_id and id = wanted;
        delete from session where farm_id = who.farm_id and person_id = wanted and token_hash <> asker;
        delete from known_device where farm_id = who.farm_id and person_id = wanted and who.id <> wanted;
      end $$;
    create function end_membership(asker bytea, at timestamptz, wanted uuid, last_day date) returns void language plpgsql ${AS_OWNER} as $$
      declare who person := asking_person(asker, at, 'manager');
      begin
        perform from farm where farm_id = who.farm_id for update;
        perform person_of_farm(who.farm_id, wanted);
        update person set ended_on = last_day where farm_id = who.farm_id and id = wanted;
        perform keep_a_manager(who.farm_id);
        delete from session where farm_id = who.farm_id and person_id = wanted;
        delete from known_device where farm_id = who.farm_id and person_id = wanted;
      end $$;
    revoke execute on all functions in schema public from public;
    grant execute on function sign_in_try, sign_in_done, person_to_sign_in, person_of_session, demo_sign_ins, clear_old_sign_ins, roll_up_readings, demo_upkeep,
      add_person, set_person_role, set_person_password, end_membership, sign_in_delay to ${APP_ROLE};
    revoke update on person from ${APP_ROLE};
    grant update (settings) on person to ${APP_ROLE};

    -- The worker tells that it is there.
    create table worker_beat (name text primary key check (length(name) <= 120), at timestamptz not null);
    alter table worker_beat enable row level security;
    create policy everyone on worker_beat using (true) with check (true);
    grant select, insert, update on worker_beat to ${APP_ROLE};

    do $$ declare t text; begin
      for t in select c.relname from pg_class c where c.relkind = 'r' and c.relnamespace = 'public'::regnamespace and c.relrowsecurity loop
        execute format('alter table %I force row level security', t);
        execute format('create policy upkeep on %I to current_user using (current_setting(''app.upkeep'', true) = ''on'') with check (current_setting(''app.upkeep'', true) = ''on'')', t);
      end loop;
    end $$;
  `);
  await guardTable(db, 'known_device', 'select, insert, update');
  await db.raw(`
    alter table known_device force row level security;
    create policy upkeep on known_device to current_user using (current_setting('app.upkeep', true) = 'on') with check (current_setting('app.upkeep', true) = 'on');
  `);
}
