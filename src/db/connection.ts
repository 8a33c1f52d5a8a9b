import knex, { type Knex } from 'knex';
import pg from 'pg';
import { APP_ROLE } from './migrations/0006_row_security';

// A plan day has no zone: keep it text. Counts and masses fit a double.
pg.types.setTypeParser(pg.types.builtins.DATE, (text) => text);
pg.types.setTypeParser(pg.types.builtins.INT8, Number);
pg.types.setTypeParser(pg.types.builtins.NUMERIC, Number);
const NUMERIC_ARRAY = 1231 as Parameters<typeof pg.types.setTypeParser>[0];
pg.types.setTypeParser(NUMERIC_ARRAY, (text) => (text === '{}' ? [] : text.slice(1, -1).split(',').map(Number)));

export type Tx = Knex.Transaction;

/** For migrations and the demo loader only: the connection that owns the tables. */
export function ownerConnection(url: string): Knex {
  return knex({ client: 'pg', connection: url, pool: { min: 0, max: 2 } });
}

/** For everything else: each connection steps down to the role that owns nothing before it is used. */
export function appConnection(url: string, max = 10): Knex {
  return knex({
    client: 'pg',
    connection: url,
    pool: {
      min: 0,
      max,
      afterCreate: (connection: pg.Client, done: (error: Error | null, connection: pg.Client) => void) => {
        // Compiling a query takes longer than any query here runs.
        connection.query(`set role ${APP_ROLE}; set jit = off`, (error) => done(error, connection));
      },
    },
  });
}

/** One transaction that sees one farm. Leaving it undoes the setting. */
export async function inFarm<T>(db: Knex, farmId: string, work: (tx: Tx) => Promise<T>): Promise<T> {
  return db.transaction(async (tx) => {
    await tx.raw(`select set_config('app.farm_id', ?, true)`, [farmId]);
    return work(tx);
  });
}
