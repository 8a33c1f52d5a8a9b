import type { Knex } from 'knex';
import { APP_ROLE } from './0006_row_security';
import { guardTable } from './farmTable';

/**
 * A farm that can be made and changed: stores by what they are for, rooms, equipment as rows, what stood there before the
 * first record, a set-up in progress, the code for the first farm, and who changed what in the set-up from what to what.
 */
export const name = '0020_own_farm';

const AS_OWNER = `security definer set search_path = public, pg_temp set app.upkeep = 'on'`;

/** The outside places and stores of a farm by the codes they had, and what each is for. */
const ROLE_OF_CODE: [code: string, role: string][] = [
  ['COLD', 'cold'],
  ['ASIDE', 'aside'],
  ['FEED', 'feed'],
  ['SEED', 'seed'],
  ['LIVE', 'live'],
  ['SUPPLIER', 'supplier'],
  ['MADE', 'made'],
  ['DEAD', 'dead'],
  ['PACKED', 'packed'],
  ['COMPOST', 'compost'],
  ['EATEN', 'eaten'],
  ['SOLD', 'sold'],
  ['DONATED', 'donated'],
  ['REGROUPED', 'regrouped'],
];

/** Tables whose changes are kept: who, when, from what to what. */
const KEPT = [
  'farm',
  'loop',
  'zone',
  'place',
  'equipment',
  'species',
  'fish_rule',
  'crop',
  'product',
  'customer',
  'chore',
];

async function places(db: Knex): Promise<void> {
  const codes = ROLE_OF_CODE.map(([code, role]) => `('${code}', '${role}')`).join(', ');
  await db.raw(`
    create table zone (
      farm_id uuid not null references farm,
      id uuid not null,
      code text not null collate people_sort constraint zone_code check (length(code) between 1 and 40),
      name text not null constraint zone_name check (length(name) between 1 and 80),
      kind text not null constraint zone_kind check (kind in ('room', 'air', 'beds')),
      length_m numeric constraint zone_length check (length_m > 0 and length_m <= 1000),
      width_m numeric constraint zone_width check (width_m > 0 and width_m <= 1000),
      x_m numeric constraint zone_x check (x_m between 0 and 5000),
      y_m numeric constraint zone_y check (y_m between 0 and 5000),
      retired_on date,
      version integer not null default 1,
      primary key (farm_id, id),
      unique (farm_id, code)
    );
    comment on table zone is 'Rooms, air spaces and groups of beds';

    alter table place
      add column role text,
      add column zone_id uuid,
      add column length_m numeric constraint place_length check (length_m > 0 and length_m <= 1000),
      add column width_m numeric constraint place_width check (width_m > 0 and width_m <= 1000),
      add column x_m numeric constraint place_x check (x_m between 0 and 5000),
      add column y_m numeric constraint place_y check (y_m between 0 and 5000),
      add column stands_on text not null default 'floor' constraint place_stands_on check (stands_on in ('floor', 'stand', 'roof')),
      add column retired_on date,
      add column version integer not null default 1,
      add foreign key (farm_id, zone_id) references zone;
    update place p set role = r.role from (values ${codes}) as r(code, role) where p.code = r.code and p.kind in ('store', 'outside');
    update place set role = 'dry' where kind = 'store' and role is null;
    update place set kind = 'store', role = 'dry' where kind = 'outside' and role is null;
    alter table place add constraint place_role_known check (
      case kind when 'store' then role in ('cold', 'aside', 'feed', 'seed', 'live', 'dry', 'chemicals') and role is not null
        when 'outside' then role in ('supplier', 'made', 'before', 'dead', 'packed', 'compost', 'eaten', 'sold', 'donated', 'regrouped') and role is not null
        else role is null end);
    create unique index place_outside_once on place (farm_id, role) where kind = 'outside' or role = 'aside';
    comment on column place.role is 'What a store or a place outside is for; of cold rooms, feed stores and holding tanks there may be any number';
    insert into place (farm_id, id, code, name, kind, role, is_source, walk, walk_order)
      select farm_id, gen_random_uuid(), 'BEFORE', 'From before', 'outside', 'before', true, 'Everywhere', 99 from farm;

    create table equipment (
      farm_id uuid not null references farm,
      id uuid not null,
      name text not null constraint equipment_name check (length(name) between 1 and 80),
      kind text not null constraint equipment_kind check (kind in ('pump', 'aerator', 'solids', 'filter', 'mineraliser', 'heater', 'chiller', 'light', 'probe', 'valve', 'generator')),
      loop_id uuid,
      place_id uuid,
      run_order numeric not null default 0,
      flow_l_h numeric constraint equipment_flow check (flow_l_h > 0 and flow_l_h <= 10000000),
      head_m numeric constraint equipment_head check (head_m >= 0 and head_m <= 200),
      watts numeric constraint equipment_watts check (watts >= 0 and watts <= 1000000),
      on_min numeric constraint equipment_on check (on_min > 0 and on_min <= 1440),
      off_min numeric constraint equipment_off check (off_min >= 0 and off_min <= 1440),
      kg_o2_per_day numeric constraint equipment_oxygen check (kg_o2_per_day > 0 and kg_o2_per_day <= 1000),
      volume_m3 numeric constraint equipment_media check (volume_m3 > 0 and volume_m3 <= 1000),
      surface_m2_m3 numeric constraint equipment_surface check (surface_m2_m3 > 0 and surface_m2_m3 <= 10000),
      g_tan_m2_day numeric constraint equipment_rate check (g_tan_m2_day > 0 and g_tan_m2_day <= 10),
      retired_on date,
      version integer not null default 1,
      primary key (farm_id, id),
      foreign key (farm_id, loop_id) references loop,
      foreign key (farm_id, place_id) references place
    );
    create index equipment_of_loop on equipment (farm_id, loop_id);
    insert into equipment (farm_id, id, name, kind, loop_id, run_order, kg_o2_per_day)
      select l.farm_id, gen_random_uuid(), left(a.value ->> 'name', 80), 'aerator', l.id, a.ordinality, (a.value ->> 'kgO2PerDay')::numeric
      from loop l, jsonb_array_elements(case when jsonb_typeof(l.life_support -> 'aerators') = 'array' then l.life_support -> 'aerators' else '[]' end) with ordinality a
      where json_within(a.value, 'kgO2PerDay', 0.000001, 1000) and length(a.value ->> 'name') > 0;
    insert into equipment (farm_id, id, name, kind, loop_id, run_order, volume_m3, surface_m2_m3, g_tan_m2_day)
      select l.farm_id, gen_random_uuid(), left(a.value ->> 'name', 80), 'filter', l.id, a.ordinality, (a.value ->> 'volumeM3')::numeric,
        (a.value ->> 'surfaceM2PerM3')::numeric, (a.value ->> 'gTanPerM2Day')::numeric
      from loop l, jsonb_array_elements(case when jsonb_typeof(l.life_support -> 'media') = 'array' then l.life_support -> 'media' else '[]' end) with ordinality a
      where json_within(a.value, 'volumeM3', 0.000001, 1000) and json_within(a.value, 'surfaceM2PerM3', 0.001, 10000)
        and json_within(a.value, 'gTanPerM2Day', 0.000001, 10) and length(a.value ->> 'name') > 0;
    alter table loop add column energy jsonb;
    update loop set energy = case when jsonb_typeof(life_support) = 'object' then nullif(life_support -> 'energy', 'null') end;
    alter table loop drop column life_support;
    create or replace function mend_loop(wanted uuid, even numeric[]) returns integer language plpgsql security definer set search_path = public, pg_temp as $$
      declare mended integer;
      begin
        update loop set energy = null, version = version + 1,
          planned_water_temp_c = case when 0 <= all (planned_water_temp_c) and 40 >= all (planned_water_temp_c) then planned_water_temp_c else even end,
          planned_air_temp_c = case when -60 <= all (planned_air_temp_c) and 60 >= all (planned_air_temp_c) then planned_air_temp_c else even end,
          planned_light_mol = case when 0 <= all (planned_light_mol) and 120 >= all (planned_light_mol) then planned_light_mol else even end
        where id = wanted and farm_id = nullif(current_setting('app.farm_id', true), '')::uuid;
        get diagnostics mended = row_count;
        return mended;
      end $$;
    alter table loop add column retired_on date;
    alter table product add column version integer not null default 1;
    grant update (version) on product to ${APP_ROLE};
    grant insert, update on loop, place to ${APP_ROLE};
  `);
  for (const table of ['zone', 'equipment']) await guardTable(db, table, 'select, insert, update');
}

async function opening(db: Knex): Promise<void> {
  await db.raw(`
    alter table movement drop constraint movement_reason_known;
    alter table movement add constraint movement_reason_known check (reason in
      ('opening', 'receive', 'stock', 'move', 'grade', 'merge', 'purge', 'dead', 'harvest', 'make', 'trim', 'feed', 'sow', 'transplant', 'lost',
       'pick', 'clear', 'allocate', 'deliver', 'waste', 'donate', 'reverse'));
    alter table lot add column transplanted_on date constraint lot_transplanted_on check (transplanted_on between '2000-01-01' and '2100-12-31');
    comment on column lot.transplanted_on is 'Plants that stood in their bed before the first record: since when';
  `);
}

async function farms(db: Knex): Promise<void> {
  await db.raw(`
    alter table farm
      add column latitude numeric constraint farm_latitude check (latitude between -90 and 90),
      add column altitude_m numeric constraint farm_altitude check (altitude_m between -450 and 6000),
      add column habits jsonb not null default '{}' constraint farm_habits check (length(habits::text) <= 2000),
      add column described jsonb constraint farm_described check (length(described::text) <= 2000000),
      add column version integer not null default 1;
    comment on column farm.described is 'The set-up in progress; null once the farm is open';
    grant update (name, time_zone, currency, latitude, altitude_m, habits, described, version) on farm to ${APP_ROLE};
    grant insert on species, crop, fish_rule, chore, customer to ${APP_ROLE};
    grant update on chore, customer to ${APP_ROLE};

    create table first_farm_code (
      code_hash bytea primary key constraint first_farm_code_hash check (length(code_hash) = 32),
      made_at timestamptz not null,
      used_at timestamptz
    );
    comment on table first_farm_code is 'Printed at start: who holds it may make the first farm of their own, once';
    alter table first_farm_code enable row level security;
    alter table first_farm_code force row level security;
    create policy nobody on first_farm_code using (false);
    create policy upkeep on first_farm_code to current_user using (current_setting('app.upkeep', true) = 'on') with check (current_setting('app.upkeep', true) = 'on');

    create function may_found_farm(at timestamptz) returns boolean language sql stable ${AS_OWNER} as
      $$ select exists (select from first_farm_code where used_at is null and made_at > at - interval '30 days') $$;
    -- A farm and its first manager; everything else is laid by who is in it.
    create function found_farm(code bytea, at timestamptz, farm uuid, name_ text, time_zone_ text, currency_ text, manager uuid, manager_name text, sign_in_name_ text, password_hash_ text)
      returns void language plpgsql ${AS_OWNER} as $$
      begin
        update first_farm_code set used_at = at where code_hash = code and used_at is null and made_at > at - interval '30 days';
        if not found then raise exception 'That code opens no farm' using errcode = '42501', constraint = 'first_farm_code_known'; end if;
        if (select count(*) from person where sign_in_name = lower(sign_in_name_) and ended_on is null) >= 40 then
          raise exception 'That sign-in name is used on very many farms; choose a longer one' using errcode = 'check_violation';
        end if;
        insert into farm (farm_id, name, time_zone, currency) values (farm, name_, time_zone_, currency_);
        insert into person (farm_id, id, name, sign_in_name, role, password_hash) values (farm, manager, manager_name, lower(sign_in_name_), 'manager', password_hash_);
      end $$;
    revoke execute on function may_found_farm, found_farm from public;
    grant execute on function may_found_farm, found_farm to ${APP_ROLE};

    drop function person_of_session(bytea, timestamptz);
    create function person_of_session(wanted bytea, at timestamptz)
      returns table (farm_id uuid, person_id uuid, name text, role text, settings jsonb, farm_name text, time_zone text, currency char(3), is_demo boolean, entry_back_days integer, in_set_up boolean)
      language sql stable ${AS_OWNER} as
      $$ select p.farm_id, p.id, p.name, p.role, f.habits || p.settings, f.name, f.time_zone, f.currency, f.is_demo, f.entry_back_days, f.described is not null
         from session s join person p on p.farm_id = s.farm_id and p.id = s.person_id join farm f on f.farm_id = p.farm_id
         where s.token_hash = wanted and s.expires_at > at and p.ended_on is null $$;
    revoke execute on function person_of_session from public;
    grant execute on function person_of_session to ${APP_ROLE};
  `);
}

async function changes(db: Knex): Promise<void> {
  await db.raw(`
    create table setup_change (
      farm_id uuid not null references farm,
      id bigint generated always as identity,
      what text not null,
      subject text not null,
      was jsonb,
      became jsonb not null,
      person_id uuid not null,
      entry_key uuid,
      farm_day date,
      at timestamptz not null,
      primary key (farm_id, id),
      foreign key (farm_id, person_id) references person
    );
    comment on table setup_change is 'Who changed what in the set-up, from what to what; written by trigger. A new row was nothing before';
    create index setup_change_of on setup_change (farm_id, what, subject);
    create trigger setup_change_append_only before update or delete on setup_change for each row execute function event_refuse_change();
    create function set_up_keep_change() returns trigger language plpgsql security definer set search_path = public, pg_temp as $$
      declare who uuid := nullif(current_setting('app.person_id', true), '')::uuid;
        -- What counts itself or is another table’s business is no change.
        quiet text[] := array['farm_id', 'id', 'version', 'described'];
        before jsonb := case when tg_op = 'UPDATE' then to_jsonb(old) else '{}' end;
        after jsonb := to_jsonb(new);
        was jsonb; became jsonb;
      begin
        if who is null then return null; end if;
        select jsonb_object_agg(n.key, before -> n.key), jsonb_object_agg(n.key, n.value) into was, became
          from jsonb_each(after) n where n.key <> all(quiet) and n.value is distinct from before -> n.key and not (tg_op = 'INSERT' and n.value = 'null');
        if became is null then return null; end if;
        insert into setup_change (farm_id, what, subject, was, became, person_id, entry_key, farm_day, at)
          values (new.farm_id, tg_table_name, coalesce(after ->> 'id', after ->> 'code', after ->> 'species_code', ''), case when tg_op = 'UPDATE' then was end, became, who,
            nullif(current_setting('app.entry_key', true), '')::uuid, nullif(current_setting('app.farm_day', true), '')::date,
            coalesce(nullif(current_setting('app.at', true), '')::timestamptz, now()));
        return null;
      end $$;
    revoke execute on function set_up_keep_change from public;
  `);
  for (const table of KEPT)
    await db.raw(
      `create trigger ${table}_keeps_changes after insert or update on ${table} for each row execute function set_up_keep_change()`,
    );
  await guardTable(db, 'setup_change', 'select');
  const counted = (table: string, when: string, rows: string) =>
    `create trigger ${table}_counts_${when} after ${when} on ${table} referencing ${rows} table as changed for each statement execute function revision_count('places');`;
  for (const table of ['zone', 'equipment'])
    await db.raw(counted(table, 'insert', 'new') + counted(table, 'update', 'new') + counted(table, 'delete', 'old'));
  for (const table of ['zone', 'equipment', 'setup_change'])
    await db.raw(`
      alter table ${table} force row level security;
      create policy upkeep on ${table} to current_user using (current_setting('app.upkeep', true) = 'on') with check (current_setting('app.upkeep', true) = 'on')`);
}

export async function up(db: Knex): Promise<void> {
  await places(db);
  await opening(db);
  await farms(db);
  await changes(db);
}
