import type { Knex } from 'knex';

/**
 * A dump comes back: every function that a check, trigger, default or policy may call has a fixed path, since a dump is
 * laid down with none.
 */
export const name = '0029_restorable';

export async function up(db: Knex): Promise<void> {
  await db.raw(FIX_PATHS);
}

/** Gives a fixed path to every function of ours that has none; the same mends a dump of an older version while it is laid down. */
export const FIX_PATHS = `
  do $$ declare f regprocedure; begin
    for f in select p.oid from pg_proc p where p.pronamespace = 'public'::regnamespace and p.prokind = 'f'
        and not exists (select from unnest(p.proconfig) c where c like 'search_path=%') and not exists (select from pg_depend d where d.objid = p.oid and d.deptype = 'e') loop
      execute format('alter function %s set search_path = public, pg_temp', f);
    end loop;
  end $$`;
