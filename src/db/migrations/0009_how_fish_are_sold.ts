import type { Knex } from 'knex';
import { APP_ROLE } from './0006_row_security';

/** Managers say how a species is sold: its price and how long it keeps, or the grades it is sold alive in. */
export const name = '0009_how_fish_are_sold';

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    grant update (name, price_minor, shelf_life_days, live_from_cm, live_to_cm) on product to ${APP_ROLE};
    grant delete on product to ${APP_ROLE};
  `);
}
