import type { Knex } from 'knex';
import { APP_ROLE } from './0006_row_security';

/**
 * A job whose record is taken back is open again: its tick goes, while the record and its opposite stay. Nothing else
 * about a tick can be changed.
 */
export const name = '0010_taking_back';

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    drop trigger task_done_append_only on task_done;
    create trigger task_done_no_change before update on task_done for each row execute function event_refuse_change();
    grant delete on task_done to ${APP_ROLE};
  `);
}
