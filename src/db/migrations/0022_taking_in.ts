import type { Knex } from 'knex';
import { APP_ROLE } from './0006_row_security';

export const name = '0022_taking_in';

const AS_OWNER = `security definer set search_path = public, pg_temp set app.upkeep = 'on'`;
/** Tables of a farm that no file lays rows in. */
const NOT_LAID = `('farm', 'session', 'known_device', 'invite', 'balance', 'reading_day', 'revision', 'taking_in')`;

/**
 * A farm file is taken in by functions, so that the terminal and a browser with the code of the first farm do the same. While it
 * is laid down, triggers rest: only in the transaction that began it, which is all or nothing.
 */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    create table farm_part (
      code_hash bytea not null,
      upload uuid not null,
      n integer not null constraint farm_part_n check (n between 0 and 1999),
      lines text not null constraint farm_part_lines check (length(lines) <= 1000000),
      came_at timestamptz not null,
      primary key (upload, n)
    );
    comment on table farm_part is 'A farm file on its way in from a browser, part by part; gone when it is in, or when another comes';
    alter table farm_part enable row level security;
    alter table farm_part force row level security;
    create policy upkeep on farm_part to current_user using (current_setting('app.upkeep', true) = 'on') with check (current_setting('app.upkeep', true) = 'on');

    create table taking_in (farm_id uuid not null, xid xid8 not null);
    comment on table taking_in is 'The farm that a transaction lays down; nothing of it outlives the transaction';
    alter table taking_in enable row level security;
    alter table taking_in force row level security;
    create policy upkeep on taking_in to current_user using (current_setting('app.upkeep', true) = 'on') with check (current_setting('app.upkeep', true) = 'on');

    create function code_is_open(code bytea, at timestamptz) returns boolean language sql stable ${AS_OWNER} as
      $$ select exists (select from first_farm_code where code_hash = code and used_at is null and made_at > at - interval '30 days') $$;

    create function farm_part_came(code bytea, upload_ uuid, n_ integer, lines_ text, at timestamptz) returns void language plpgsql ${AS_OWNER} as $$
      begin
        -- Only the first part tries the code; tries of it are counted.
        if not code_is_open(code, at) or n_ > 0 and not exists (select from farm_part where code_hash = code and upload = upload_ and n = 0) then
          raise exception 'That code opens no farm' using errcode = '42501', constraint = 'first_farm_code_known'; end if;
        delete from farm_part where came_at < at - interval '1 day' or (code_hash = code and upload <> upload_);
        insert into farm_part values (code, upload_, n_, lines_, at) on conflict (upload, n) do update set lines = excluded.lines where farm_part.code_hash = code;
      end $$;
    create function farm_part_lines(code bytea, upload_ uuid, n_ integer) returns text language sql stable ${AS_OWNER} as
      $$ select lines from farm_part where code_hash = code and upload = upload_ and n = n_ $$;

    create function tables_laid() returns setof name language sql stable set search_path = public, pg_temp as
      $$ select c.relname from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attname = 'farm_id' and not a.attisdropped
          where c.relkind = 'r' and c.relnamespace = 'public'::regnamespace and c.relname not in ${NOT_LAID} order by 1 $$;

    create function taking_in_begins(farm uuid, head jsonb, code bytea, at timestamptz) returns void language plpgsql ${AS_OWNER} as $$
      declare laid name;
      begin
        if code is null then
          if session_user <> current_user then raise exception 'That code opens no farm' using errcode = '42501', constraint = 'first_farm_code_known'; end if;
        else
          update first_farm_code set used_at = at where code_hash = code and used_at is null and made_at > at - interval '30 days';
          if not found then raise exception 'That code opens no farm' using errcode = '42501', constraint = 'first_farm_code_known'; end if;
        end if;
        insert into taking_in values (farm, pg_current_xact_id());
        for laid in select tables_laid() loop execute format('alter table %I disable trigger user', laid); end loop;
        insert into farm (farm_id, name, time_zone, currency, latitude, altitude_m, habits, described, entry_back_days, is_demo)
          select farm, h.name, h.time_zone, h.currency, h.latitude, h.altitude_m, coalesce(h.habits, '{}'), h.described, coalesce(h.entry_back_days, 14), code is null and coalesce(h.is_demo, false)
            from jsonb_populate_record(null::farm, head) h;
      end $$;

    create function taking_in_lays(farm uuid, laid text, columns text[], rows jsonb) returns void language plpgsql ${AS_OWNER} as $$
      declare
        list text := (select string_agg(quote_ident(c), ', ') from unnest(columns) c);
      begin
        if not exists (select from taking_in where farm_id = farm and xid = pg_current_xact_id()) or laid not in (select tables_laid()) then
          raise exception 'Nothing is taken in here' using errcode = '42501'; end if;
        -- Nobody signs in with the password a person comes with.
        execute format('insert into %I (farm_id, %s%s) overriding system value select $1, %s%s from jsonb_populate_recordset(null::%I, $2)',
          laid, list, case when laid = 'person' then ', password_hash' else '' end, list, case when laid = 'person' then ', ''!''' else '' end, laid) using farm, rows;
      end $$;

    create function taking_in_ends(farm uuid, manager text, password_hash_ text) returns void language plpgsql ${AS_OWNER} as $$
      declare laid name; own record;
      begin
        if not exists (select from taking_in where farm_id = farm and xid = pg_current_xact_id()) then
          raise exception 'Nothing is taken in here' using errcode = '42501'; end if;
        -- What was just laid down is not known to the planner yet.
        analyze movement, lot, place, person;
        insert into balance (farm_id, lot_id, place_id, is_source, count, mass_g)
          select x.farm_id, x.lot_id, x.place_id, p.is_source, sum(x.count), sum(x.mass_g) from (
            select m.farm_id, m.lot_id, m.to_place_id as place_id, case when l.keeps = 'count' then m.count else 0 end as count, case when l.keeps = 'mass' then m.mass_g else 0 end as mass_g
              from movement m join lot l on l.farm_id = m.farm_id and l.id = m.lot_id where m.farm_id = farm
            union all
            select m.farm_id, m.lot_id, m.from_place_id, case when l.keeps = 'count' then -m.count else 0 end, case when l.keeps = 'mass' then -m.mass_g else 0 end
              from movement m join lot l on l.farm_id = m.farm_id and l.id = m.lot_id where m.farm_id = farm) x
          join place p on p.farm_id = x.farm_id and p.id = x.place_id group by 1, 2, 3, 4;
        for own in select c.relname as rel, a.attname as col from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attidentity <> '' where c.relname in (select tables_laid()) loop
          execute format('select setval(pg_get_serial_sequence(%L, %L), greatest((select coalesce(max(%I), 0) from %I) + 1, nextval(pg_get_serial_sequence(%L, %L))))', own.rel, own.col, own.col, own.rel, own.rel, own.col);
        end loop;
        for laid in select tables_laid() loop execute format('alter table %I enable trigger user', laid); end loop;
        if manager is not null then
          update person set password_hash = password_hash_ where farm_id = farm and role = 'manager' and ended_on is null and lower(sign_in_name) = lower(manager);
          if not found then
            raise exception '%', (select string_agg(sign_in_name, ', ' order by sign_in_name) from person where farm_id = farm and role = 'manager' and ended_on is null)
              using errcode = 'check_violation', constraint = 'taking_in_manager';
          end if;
        end if;
        delete from taking_in where farm_id = farm;
        delete from farm_part where code_hash in (select code_hash from first_farm_code where used_at is not null);
      end $$;

    revoke execute on function code_is_open, farm_part_came, farm_part_lines, tables_laid, taking_in_begins, taking_in_lays, taking_in_ends from public;
    grant execute on function farm_part_came, farm_part_lines, taking_in_begins, taking_in_lays, taking_in_ends to ${APP_ROLE};
  `);
}
