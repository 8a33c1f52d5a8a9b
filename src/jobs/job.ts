import type { Knex } from 'knex';

/** Something done in the background, on a rhythm. One file each; the list is generated. */
export interface BackgroundJob {
  name: string;
  /** When: minute, hour, day of month, month, weekday, in UTC. */
  cron: string;
  /** @param now by the app's clock @returns what it did, for the log */
  run: (db: Knex, now: Date) => Promise<Record<string, unknown>>;
}
