import type { Knex } from 'knex';
import { makeRole } from './appRole';
import { APP_ROLE } from './migrations/0006_row_security';

/** Schemas in which the role that owns nothing may do something. */
const SCHEMAS = `('public', 'pgboss')`;

/**
 * What the role that owns nothing may do, read from the books of the database itself and kept in it as a function: a dump
 * carries it along, so that it can be laid down where that role does not exist yet.
 */
export async function keepGrants(owner: Knex): Promise<void> {
  const { rows } = await owner.raw<{ rows: { statement: string }[] }>(
    `with app as (select oid from pg_roles where rolname = ?)
     select format('grant usage on schema %I to ${APP_ROLE}', nspname) as statement, 0 as turn
       from pg_namespace n, lateral aclexplode(n.nspacl) a, app where a.grantee = app.oid and n.nspname in ${SCHEMAS}
     union all
     select format('grant %s on %s %s to ${APP_ROLE}', string_agg(a.privilege_type, ', ' order by a.privilege_type), case c.relkind when 'S' then 'sequence' else 'table' end, c.oid::regclass), 1
       from pg_class c, lateral aclexplode(c.relacl) a, app
       where a.grantee = app.oid and c.relnamespace::regnamespace::text in ${SCHEMAS} group by c.oid, c.relkind
     union all
     select format('grant %s (%I) on table %s to ${APP_ROLE}', a.privilege_type, t.attname, c.oid::regclass), 2
       from pg_attribute t join pg_class c on c.oid = t.attrelid, lateral aclexplode(t.attacl) a, app
       where a.grantee = app.oid and not t.attisdropped and c.relnamespace::regnamespace::text in ${SCHEMAS}
     union all
     select format('grant execute on function %s to ${APP_ROLE}', p.oid::regprocedure), 3
       from pg_proc p, lateral aclexplode(p.proacl) a, app
       where a.grantee = app.oid and p.prokind = 'f' and p.pronamespace::regnamespace::text in ${SCHEMAS} and p.proname <> 'give_app_grants'
     order by 2, 1`,
    [APP_ROLE],
  );
  const statements = rows.map(({ statement }) => `    ${statement};`).join('\n');
  await owner.raw(`
    create or replace function give_app_grants() returns void language plpgsql set search_path = public, pg_temp as $give$
    begin
      revoke execute on all functions in schema public from public;
${statements}
    end $give$;
    revoke execute on function give_app_grants from public;
    comment on function give_app_grants is 'What the role that owns nothing may do, as it was when the app last started';
  `);
}

/** Where a dump was laid down without its grants, or where the role is missing, both are made. @returns whether anything was */
export async function giveGrants(owner: Knex): Promise<boolean> {
  const { rows } = await owner.raw(`select to_regprocedure('give_app_grants()') is not null as kept`);
  if (!rows[0].kept) return false;
  await makeRole(owner);
  const { rows: may } = await owner.raw(`select has_table_privilege(?, 'farm', 'select') as may`, [APP_ROLE]);
  if (may[0].may) return false;
  await owner.raw('select give_app_grants()');
  return true;
}
