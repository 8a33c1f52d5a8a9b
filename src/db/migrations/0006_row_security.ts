import type { Knex } from 'knex';

/** Every table belongs to a farm, and the role the app runs under sees one farm at a time and owns nothing. */
export const name = '0006_row_security';

export const APP_ROLE = 'crop_cycle_app';

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    do $$ begin
      if not exists (select from pg_roles where rolname = '${APP_ROLE}') then create role ${APP_ROLE} nologin; end if;
    end $$;
    grant ${APP_ROLE} to current_user;
    grant usage on schema public to ${APP_ROLE};
    alter table sign_in_failure enable row level security;
    create policy nobody on sign_in_failure using (false);

    do $$ declare t text; begin
      for t in select c.relname from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attname = 'farm_id' and not a.attisdropped
               where c.relkind = 'r' and c.relnamespace = 'public'::regnamespace loop
        execute format('alter table %I enable row level security', t);
        execute format('create policy own_farm on %I using (farm_id = nullif(current_setting(''app.farm_id'', true), '''')::uuid)
          with check (farm_id = nullif(current_setting(''app.farm_id'', true), '''')::uuid)', t);
        execute format('grant select on %I to ${APP_ROLE}', t);
      end loop;
    end $$;

    grant insert on lot, lot_origin, movement, plan_step, draft, reading, sample, feeding, purge_check, task_done, handover,
      sales_order, order_line, order_event, session to ${APP_ROLE};
    grant update on plan_step, draft, sales_order, person to ${APP_ROLE};
    grant delete on session to ${APP_ROLE};
  `);
}
