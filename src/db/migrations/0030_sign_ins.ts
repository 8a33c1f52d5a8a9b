import type { Knex } from 'knex';
import { APP_ROLE } from './0006_row_security';

/**
 * Tries are forgiven to whom they belong: a success takes back its own try from an address and leaves what was tried from
 * there on other names. All other sign-ins of one's own can be ended at once. Whether a founding code is the right one may
 * be asked before tries are counted, so that the wrong ones of others do not make it wait.
 */
export const name = '0030_sign_ins';

const AS_OWNER = `security definer set search_path = public, pg_temp set app.upkeep = 'on'`;

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    create or replace function sign_in_done(wanted text, address text, device bytea) returns void language plpgsql ${AS_OWNER} as $$
      begin
        delete from sign_in_guard where key in ('name:' || left(wanted, 120), 'device:' || encode(coalesce(device, ''), 'hex') || ':' || left(wanted, 80));
        update sign_in_guard set failures = greatest(0, failures - 1) where key = 'address:' || left(address, 80);
      end $$;
    create function end_other_sessions(asker bytea, at timestamptz) returns integer language plpgsql ${AS_OWNER} as $$
      declare me person := asking_person(asker, at, null); gone integer;
      begin
        delete from session s using person p where p.farm_id = s.farm_id and p.id = s.person_id and p.account_id = me.account_id and s.token_hash <> asker;
        get diagnostics gone = row_count;
        return gone;
      end $$;
    revoke execute on function end_other_sessions from public;
    grant execute on function end_other_sessions, code_is_open to ${APP_ROLE};
  `);
}
