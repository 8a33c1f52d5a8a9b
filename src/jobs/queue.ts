import PgBoss from 'pg-boss';
import type { Knex } from 'knex';
import { APP_ROLE } from '../db/migrations/0006_row_security';
import { modules } from './kinds/list.generated';

const SCHEMA = 'pgboss';

/** Makes the queue's own tables and its queues, as the owner, and lets the role that owns nothing use them. */
export async function prepareQueue(owner: Knex, ownerUrl: string): Promise<void> {
  const boss = new PgBoss({ connectionString: ownerUrl, schema: SCHEMA, supervise: false, max: 1 });
  boss.on('error', (error) => console.error(String(error)));
  await boss.start();
  for (const job of modules) {
    await boss.createQueue(job.name, {
      name: job.name,
      policy: 'singleton',
      retryLimit: 3,
      retryBackoff: true,
      expireInMinutes: 15,
    });
    await boss.schedule(job.name, job.cron, {}, { singletonKey: job.name });
  }
  await boss.stop({ graceful: true, close: true, timeout: 5000 });
  await owner.raw(`
    grant usage on schema ${SCHEMA} to ${APP_ROLE};
    grant select, insert, update, delete on all tables in schema ${SCHEMA} to ${APP_ROLE};
    grant execute on all functions in schema ${SCHEMA} to ${APP_ROLE};
  `);
}

/** The queue as a worker uses it: any number of them, on any machines, share the work. */
export function workQueue(appUrl: string): PgBoss {
  return new PgBoss({ connectionString: appUrl, schema: SCHEMA, migrate: false, max: 3 });
}
