import type { Knex } from 'knex';

/**
 * What a file brings is one farm's: its running numbers are given anew in their order, so that no counter that farms share
 * moves by what a file says, and a farm without a manager does not come in by any door.
 */
export const name = '0031_one_farms_file';

const AS_OWNER = `security definer set search_path = public, pg_temp set app.upkeep = 'on'`;

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    create or replace function taking_in_lays(farm uuid, laid text, columns text[], rows jsonb) returns void language plpgsql ${AS_OWNER} as $$
      declare
        list text; running name;
      begin
        if not exists (select from taking_in where farm_id = farm and xid = pg_current_xact_id()) or laid not in (select tables_laid()) then
          raise exception 'Nothing is taken in here' using errcode = '42501'; end if;
        select attname into running from pg_attribute where attrelid = to_regclass(laid) and attidentity <> '';
        -- A reading may be corrected by another: until all are here, the one it corrects is named below nought, where no reading is.
        if laid = 'reading' then
          create temporary table if not exists reading_turn (was bigint primary key, became bigint not null) on commit drop;
          insert into reading_turn select (r->>'id')::bigint, nextval(pg_get_serial_sequence('reading', 'id')) from jsonb_array_elements(rows) r;
          rows := (select jsonb_agg(r || jsonb_build_object('id', t.became, 'corrects_id', -(r->>'corrects_id')::bigint))
            from jsonb_array_elements(rows) r join reading_turn t on t.was = (r->>'id')::bigint);
        elsif running is not null then
          columns := array_remove(columns, running::text);
        end if;
        list := (select string_agg(quote_ident(c), ', ') from unnest(columns) c);
        -- Nobody signs in with the password a person comes with.
        execute format('insert into %I (farm_id, %s%s) overriding system value select $1, %s%s from jsonb_populate_recordset(null::%I, $2)',
          laid, list, case when laid = 'person' then ', password_hash' else '' end, list, case when laid = 'person' then ', ''!''' else '' end, laid) using farm, rows;
      end $$;

    create or replace function taking_in_ends(farm uuid, manager text, password_hash_ text) returns void language plpgsql ${AS_OWNER} as $$
      declare laid name;
      begin
        if not exists (select from taking_in where farm_id = farm and xid = pg_current_xact_id()) then
          raise exception 'Nothing is taken in here' using errcode = '42501'; end if;
        if to_regclass('pg_temp.reading_turn') is not null then
          if exists (select from reading c where c.farm_id = farm and c.corrects_id < 0 and not exists (select from reading_turn t where t.was = -c.corrects_id)) then
            raise exception 'A reading corrects one that is not in the file' using errcode = 'check_violation', constraint = 'taking_in_reading';
          end if;
          update reading r set corrects_id = t.became from reading_turn t where r.farm_id = farm and r.corrects_id = -t.was;
          drop table reading_turn;
        end if;
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
        for laid in select tables_laid() loop execute format('alter table %I enable trigger user', laid); end loop;
        perform keep_a_manager(farm);
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
  `);
}
