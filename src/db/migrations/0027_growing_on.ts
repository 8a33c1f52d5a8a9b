import type { Knex } from 'knex';
import { APP_ROLE } from './0006_row_security';

export const name = '0027_growing_on';

/** A sowing can be taken back: its emptied lot gives its code up, so that the same sowing can be sown again. */
export async function up(db: Knex): Promise<void> {
  await db.raw(`grant update (code) on lot to ${APP_ROLE}`);
}
