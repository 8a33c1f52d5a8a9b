import { createHmac } from 'node:crypto';
import type { Knex } from 'knex';
import pg from 'pg';
import { APP_ROLE } from './migrations/0006_row_security';

/** unique_violation, duplicate_object, and the internal error by which the server says that another changed the row meanwhile. */
const MEANWHILE = new Set(['23505', '42710', 'XX000']);
const TRIES = 12;

/**
 * Roles belong to the whole server: two databases of it may be made ready at one moment, and no lock of the one is seen
 * from the other. So each looks whether it is done, does it, and looks again where another was quicker.
 */
async function onceOnServer(isDone: () => Promise<boolean>, work: () => Promise<unknown>): Promise<void> {
  for (let attempt = 1; !(await isDone()); attempt++) {
    try {
      return void (await work());
    } catch (error) {
      if (attempt === TRIES || !MEANWHILE.has((error as { code?: string }).code ?? '')) throw error;
      await new Promise((go) => setTimeout(go, attempt * 20 * Math.random()));
    }
  }
}

/** Makes a role that owns nothing and lets the owner act as it, unless both are so already. */
export async function makeRole(owner: Knex, role = APP_ROLE): Promise<void> {
  const isDone = async () => {
    const { rows } = await owner.raw(
      `select exists (select from pg_auth_members m join pg_roles r on r.oid = m.roleid and r.rolname = ?
         join pg_roles o on o.oid = m.member and o.rolname = current_user) as done`,
      [role],
    );
    return rows[0].done;
  };
  await onceOnServer(isDone, () =>
    owner.raw(`
      do $$ begin
        if not exists (select from pg_roles where rolname = '${role}') then create role ${role} nologin; end if;
      end $$;
      grant ${role} to current_user;
    `),
  );
}

/**
 * The same database for the role that owns nothing. Its password is made from the owner's, so that every machine that
 * knows the one knows the other; who has only this one cannot become the owner.
 */
export function appUrl(ownerUrl: string): string {
  const url = new URL(ownerUrl);
  url.password = appPassword(ownerUrl);
  url.username = APP_ROLE;
  return url.toString();
}

function appPassword(ownerUrl: string): string {
  const { password, username } = new URL(ownerUrl);
  return createHmac('sha256', decodeURIComponent(password) || username)
    .update(APP_ROLE)
    .digest('base64url');
}

/** Lets the role that owns nothing sign in by itself, where it cannot yet. */
export async function allowAppRole(owner: Knex, ownerUrl: string): Promise<void> {
  await onceOnServer(
    () => letsIn(appUrl(ownerUrl)),
    () =>
      owner.raw(`
        alter role ${APP_ROLE} login nosuperuser nocreatedb nocreaterole nobypassrls noinherit password '${appPassword(ownerUrl)}';
        alter role ${APP_ROLE} set jit = off;
        alter role ${APP_ROLE} set statement_timeout = '30s';
        alter role ${APP_ROLE} set idle_in_transaction_session_timeout = '60s';
        alter role ${APP_ROLE} set search_path = public, pg_temp;
      `),
  );
}

async function letsIn(url: string): Promise<boolean> {
  const probe = new pg.Client(url);
  try {
    await probe.connect();
    return true;
  } catch {
    return false;
  } finally {
    await probe.end();
  }
}
