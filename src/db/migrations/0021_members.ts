import type { Knex } from 'knex';
import { APP_ROLE } from './0006_row_security';
import { guardTable } from './farmTable';

/**
 * Who belongs to a farm: one person may belong to several with one password, people are asked in by a link with an end,
 * visitors read for a span, and each sign-in is a row that can be looked at and ended.
 */
export const name = '0021_members';

const AS_OWNER = `security definer set search_path = public, pg_temp set app.upkeep = 'on'`;

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    alter table person drop constraint person_role_known;
    alter table person add constraint person_role_known check (role in ('manager', 'office', 'hand', 'visitor'));
    alter table person
      add column account_id uuid not null default gen_random_uuid(),
      add column visits_until date,
      add column contact text constraint person_contact check (length(contact) <= 200),
      add column skills text constraint person_skills check (length(skills) <= 300),
      add constraint person_account_once unique (farm_id, account_id),
      add constraint person_visit check ((role = 'visitor') or visits_until is null);
    comment on column person.account_id is 'The same for all memberships of one human: one password, one sign-in name';
    create index person_by_account on person (account_id);
    grant update (name, contact, skills) on person to ${APP_ROLE};

    alter table session
      add column id uuid not null default gen_random_uuid(),
      add column made_at timestamptz not null default now(),
      add column seen_at timestamptz not null default now(),
      add column device text not null default '' constraint session_device check (length(device) <= 200);
    grant update (seen_at) on session to ${APP_ROLE};

    create table invite (
      farm_id uuid not null references farm,
      id uuid not null,
      token_hash bytea not null constraint invite_token_hash check (length(token_hash) = 32),
      name text not null constraint invite_name check (length(name) between 1 and 120),
      role text not null constraint invite_role check (role in ('manager', 'office', 'hand', 'visitor')),
      visits_until date,
      ends_at timestamptz not null,
      made_by uuid not null,
      made_at timestamptz not null,
      used_at timestamptz,
      used_by uuid,
      withdrawn_at timestamptz,
      primary key (farm_id, id),
      unique (farm_id, token_hash),
      foreign key (farm_id, made_by) references person,
      foreign key (farm_id, used_by) references person,
      constraint invite_visit check ((role = 'visitor') = (visits_until is not null))
    );
    create index invite_by_token on invite (token_hash);

    create function invite_of(token bytea, at timestamptz) returns table (farm_name text, name text, role text, visits_until date)
      language sql stable ${AS_OWNER} as
      $$ select f.name, i.name, i.role, i.visits_until from invite i join farm f on f.farm_id = i.farm_id
         where i.token_hash = token and i.used_at is null and i.withdrawn_at is null and i.ends_at > at $$;
    -- Whoever holds the link becomes a member: as someone new, or as who is signed in already.
    create function join_farm(token bytea, at timestamptz, asker bytea, name_ text, sign_in_name_ text, password_hash_ text) returns uuid language plpgsql ${AS_OWNER} as $$
      declare i invite; known person; made uuid := gen_random_uuid();
      begin
        select * into i from invite where token_hash = token and used_at is null and withdrawn_at is null and ends_at > at for update;
        if i.id is null then raise exception 'That link is not open any more' using errcode = '42501', constraint = 'invite_open'; end if;
        if asker is not null then
          known := asking_person(asker, at, null);
          insert into person (farm_id, id, name, sign_in_name, role, visits_until, password_hash, account_id, settings)
            values (i.farm_id, made, known.name, known.sign_in_name, i.role, i.visits_until, known.password_hash, known.account_id, known.settings);
        else
          if (select count(*) from person where sign_in_name = lower(sign_in_name_) and ended_on is null) >= 40 then
            raise exception 'That sign-in name is used on very many farms; choose a longer one' using errcode = 'check_violation';
          end if;
          insert into person (farm_id, id, name, sign_in_name, role, visits_until, password_hash)
            values (i.farm_id, made, name_, lower(sign_in_name_), i.role, i.visits_until, password_hash_);
        end if;
        update invite set used_at = at, used_by = made where farm_id = i.farm_id and id = i.id;
        return made;
      end $$;
    create function my_farms(asker bytea, at timestamptz) returns table (farm_id uuid, name text, role text) language sql stable ${AS_OWNER} as
      $$ select f.farm_id, f.name, p.role from session s join person me on me.farm_id = s.farm_id and me.id = s.person_id
           join person p on p.account_id = me.account_id and p.ended_on is null and (p.visits_until is null or p.visits_until >= at::date)
           join farm f on f.farm_id = p.farm_id
         where s.token_hash = asker and s.expires_at > at order by f.name $$;
    create function go_to_farm(asker bytea, at timestamptz, wanted uuid) returns void language plpgsql ${AS_OWNER} as $$
      declare me person := asking_person(asker, at, null); there person;
      begin
        select * into there from person where farm_id = wanted and account_id = me.account_id and ended_on is null
          and (visits_until is null or visits_until >= at::date);
        if there.id is null then raise exception 'You are no member there' using errcode = '42501', constraint = 'person_of_farm'; end if;
        update session set farm_id = there.farm_id, person_id = there.id where token_hash = asker;
      end $$;
    create function end_session(asker bytea, at timestamptz, wanted uuid) returns void language plpgsql ${AS_OWNER} as $$
      declare me person := asking_person(asker, at, null);
      begin
        delete from session s using person p where s.id = wanted and p.farm_id = s.farm_id and p.id = s.person_id
          and (p.account_id = me.account_id or (me.role = 'manager' and p.farm_id = me.farm_id));
      end $$;
    create function end_sessions_of(asker bytea, at timestamptz, wanted uuid) returns void language plpgsql ${AS_OWNER} as $$
      declare me person := asking_person(asker, at, 'manager');
      begin
        perform person_of_farm(me.farm_id, wanted);
        delete from session where farm_id = me.farm_id and person_id = wanted and token_hash <> asker;
        delete from known_device where farm_id = me.farm_id and person_id = wanted;
      end $$;
    create function come_back(asker bytea, at timestamptz, wanted uuid) returns void language plpgsql ${AS_OWNER} as $$
      declare me person := asking_person(asker, at, 'manager');
      begin
        perform person_of_farm(me.farm_id, wanted);
        update person set ended_on = null where farm_id = me.farm_id and id = wanted;
      end $$;

    create or replace function set_person_password(asker bytea, at timestamptz, wanted uuid, password_hash_ text) returns void language plpgsql ${AS_OWNER} as $$
      declare who person := asking_person(asker, at, null); whose person;
      begin
        if who.id <> wanted and who.role <> 'manager' then raise exception 'This is for a manager' using errcode = '42501', constraint = 'person_asks_no_manager'; end if;
        whose := person_of_farm(who.farm_id, wanted);
        -- One password for all farms: only the person changes it where there are several.
        if who.id <> wanted and exists (select from person where account_id = whose.account_id and farm_id <> who.farm_id) then
          raise exception 'This person belongs to other farms too' using errcode = '42501', constraint = 'person_elsewhere';
        end if;
        update person set password_hash = password_hash_, demo_password = null where account_id = whose.account_id;
        delete from session s using person p where p.account_id = whose.account_id and s.farm_id = p.farm_id and s.person_id = p.id and s.token_hash <> asker;
        delete from known_device d using person p where p.account_id = whose.account_id and d.farm_id = p.farm_id and d.person_id = p.id and who.id <> wanted;
      end $$;
    create or replace function set_person_role(asker bytea, at timestamptz, wanted uuid, role_ text) returns void language plpgsql ${AS_OWNER} as $$
      declare who person := asking_person(asker, at, 'manager');
      begin
        perform from farm where farm_id = who.farm_id for update;
        perform person_of_farm(who.farm_id, wanted);
        update person set role = role_, visits_until = case when role_ = 'visitor' then visits_until end where farm_id = who.farm_id and id = wanted;
        perform keep_a_manager(who.farm_id);
      end $$;

    drop function person_to_sign_in(text);
    create function person_to_sign_in(wanted text, at timestamptz) returns table (farm_id uuid, person_id uuid, password_hash text)
      language sql stable ${AS_OWNER} as
      $$ select p.farm_id, p.id, p.password_hash from person p join farm f on f.farm_id = p.farm_id
           left join lateral (select max(seen_at) as last from known_device d where d.farm_id = p.farm_id and d.person_id = p.id) seen on true
         where p.sign_in_name = wanted and p.ended_on is null and (p.visits_until is null or p.visits_until >= (at at time zone f.time_zone)::date)
         order by seen.last desc nulls last, f.created_at limit 40 $$;
    create or replace function person_of_session(wanted bytea, at timestamptz)
      returns table (farm_id uuid, person_id uuid, name text, role text, settings jsonb, farm_name text, time_zone text, currency char(3), is_demo boolean, entry_back_days integer, in_set_up boolean)
      language sql stable ${AS_OWNER} as
      $$ select p.farm_id, p.id, p.name, p.role, f.habits || p.settings, f.name, f.time_zone, f.currency, f.is_demo, f.entry_back_days, f.described is not null
         from session s join person p on p.farm_id = s.farm_id and p.id = s.person_id join farm f on f.farm_id = p.farm_id
         where s.token_hash = wanted and s.expires_at > at and p.ended_on is null
           and (p.visits_until is null or p.visits_until >= (at at time zone f.time_zone)::date) $$;
  `);
  await db.raw(`
    -- What is kept of a change to a member: never a password.
    create function member_keep_change() returns trigger language plpgsql security definer set search_path = public, pg_temp as $$
      declare fields text[] := array['name', 'role', 'ended_on', 'visits_until', 'contact', 'skills'];
        who uuid := nullif(current_setting('app.person_id', true), '')::uuid; was jsonb; became jsonb;
      begin
        if who is null then return null; end if;
        select jsonb_object_agg(n.key, to_jsonb(old) -> n.key), jsonb_object_agg(n.key, n.value) into was, became
          from jsonb_each(to_jsonb(new)) n where n.key = any(fields) and n.value is distinct from to_jsonb(old) -> n.key;
        if became is null then return null; end if;
        insert into setup_change (farm_id, what, subject, was, became, person_id, entry_key, farm_day, at)
          values (new.farm_id, 'person', new.id::text, was, became, who, nullif(current_setting('app.entry_key', true), '')::uuid,
            nullif(current_setting('app.farm_day', true), '')::date, coalesce(nullif(current_setting('app.at', true), '')::timestamptz, now()));
        return null;
      end $$;
    create trigger person_keeps_changes after update on person for each row execute function member_keep_change();
    revoke execute on function member_keep_change, person_to_sign_in, invite_of, join_farm, my_farms, go_to_farm, end_session, end_sessions_of, come_back from public;
    grant execute on function person_to_sign_in, invite_of, join_farm, my_farms, go_to_farm, end_session, end_sessions_of, come_back to ${APP_ROLE};
  `);
  // Rows of one table that name each other are held together at the end of a transaction where it asks for that.
  await db.raw(`
    do $$ declare c record; begin
      for c in select conname, conrelid::regclass as t from pg_constraint where contype = 'f' and conrelid = confrelid and connamespace = 'public'::regnamespace loop
        execute format('alter table %s alter constraint %I deferrable initially immediate', c.t, c.conname);
      end loop;
    end $$`);
  await guardTable(db, 'invite', 'select, insert, update');
  await db.raw(`
    create trigger invite_counts_insert after insert on invite referencing new table as changed for each statement execute function revision_count('people');
    create trigger invite_counts_update after update on invite referencing new table as changed for each statement execute function revision_count('people');
    create trigger invite_counts_delete after delete on invite referencing old table as changed for each statement execute function revision_count('people');
    alter table invite force row level security;
    create policy upkeep on invite to current_user using (current_setting('app.upkeep', true) = 'on') with check (current_setting('app.upkeep', true) = 'on')`);
}
