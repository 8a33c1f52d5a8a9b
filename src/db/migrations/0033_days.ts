import type { Knex } from 'knex';

/**
 * Every day and moment lies within the calendar of the app, in every table: a day without end, or of the year 12000, has
 * no place on any screen. A row from before that is outside stays as it is; new ones are refused.
 */
export const name = '0033_days';

/** Day and moment columns of our own tables that no check holds within the calendar yet. */
export const UNBOUNDED_DAYS = `
  select c.relname as "table", a.attname as "column", a.atttypid = 'date'::regtype as "isDay"
  from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attnum > 0 and not a.attisdropped
  where c.relnamespace = 'public'::regnamespace and c.relkind in ('r', 'p') and c.relname not like 'knex_%'
    and a.atttypid in ('date'::regtype, 'timestamptz'::regtype)
    and not exists (select from pg_constraint k where k.conrelid = c.oid and k.contype = 'c' and a.attnum = any (k.conkey)
      and pg_get_constraintdef(k.oid) ~ '2100-12-31|2101-01-01')
  order by 1, 2`;

export async function up(db: Knex): Promise<void> {
  const { rows } = await db.raw<{ rows: { table: string; column: string; isDay: boolean }[] }>(UNBOUNDED_DAYS);
  for (const { table, column, isDay } of rows) {
    const holds = isDay
      ? `between '2000-01-01' and '2100-12-31'`
      : `between '2000-01-01 00:00Z' and '2100-12-31 23:59:59Z'`;
    const constraint = `${table}_${column}_within`;
    await db.raw(`alter table "${table}" add constraint "${constraint}" check ("${column}" ${holds}) not valid`);
    await db.raw(`do $$ begin alter table "${table}" validate constraint "${constraint}"; exception when check_violation then
      raise notice '${table}.${column} holds a moment outside of the calendar'; end $$`);
  }
}
