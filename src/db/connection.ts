import knex, { type Knex } from 'knex';
import pg from 'pg';

// A plan day has no zone: keep it text. Counts and masses fit a double.
pg.types.setTypeParser(pg.types.builtins.DATE, (text) => text);
pg.types.setTypeParser(pg.types.builtins.INT8, Number);
pg.types.setTypeParser(pg.types.builtins.NUMERIC, Number);
const NUMERIC_ARRAY = 1231 as Parameters<typeof pg.types.setTypeParser>[0];
pg.types.setTypeParser(NUMERIC_ARRAY, (text) => (text === '{}' ? [] : text.slice(1, -1).split(',').map(Number)));

export type Tx = Knex.Transaction;

type Ready = (error: Error | null, connection: pg.Client) => void;

/** For migrations, set-up and the demo loader only: the role that owns the tables, which says that it does upkeep. */
export function ownerConnection(url: string): Knex {
  const afterCreate = (connection: pg.Client, done: Ready) =>
    connection.query(`set app.upkeep = 'on'`, (error) => done(error, connection));
  return knex({ client: 'pg', connection: url, pool: { min: 0, max: 2, afterCreate } });
}

/** For everything else: signs in as the role that owns nothing and cannot become the owner. */
export function appConnection(url: string, max = 10): Knex {
  return knex({ client: 'pg', connection: url, acquireConnectionTimeout: 20_000, pool: { min: 0, max } });
}

/** What a transaction says of itself, for policies and for what triggers keep. */
export interface Frame {
  farmId: string;
  personId?: string | null;
  entryKey?: string | null;
  farmDay?: string;
  at?: Date;
  /** Waits until nothing that writes is in its way: the whole farm, or only these places of it. */
  waitsFor?: 'farm' | readonly string[];
}

/** Writes of one farm wait for each other, those that name their places only for others at the same ones; in one order, so that none waits in a ring. */
function locks(farmId: string, waitsFor: Frame['waitsFor']): { sql: string; keys: string[] } {
  if (waitsFor === undefined) return { sql: '', keys: [] };
  if (waitsFor === 'farm') return { sql: ', pg_advisory_xact_lock(hashtextextended(?, 7))', keys: [farmId] };
  const places = [...new Set(waitsFor)].sort();
  return {
    sql: `, pg_advisory_xact_lock_shared(hashtextextended(?, 7))${', pg_advisory_xact_lock(hashtextextended(?, 8))'.repeat(places.length)}`,
    keys: [farmId, ...places.map((p) => `${farmId}:${p}`)],
  };
}

async function declare(tx: Tx, { farmId, personId, entryKey, farmDay, at, waitsFor }: Frame): Promise<void> {
  const { sql, keys } = locks(farmId, waitsFor);
  await tx.raw(
    `select set_config('app.farm_id', ?, true), set_config('app.person_id', ?, true), set_config('app.entry_key', ?, true),
       set_config('app.farm_day', ?, true), set_config('app.at', ?, true)${sql}`,
    [farmId, personId ?? '', entryKey ?? '', farmDay ?? '', at?.toISOString() ?? '', ...keys],
  );
}

/** One transaction that sees one farm. Leaving it undoes the setting. */
export async function inFarm<T>(db: Knex, farm: string | Frame, work: (tx: Tx) => Promise<T>): Promise<T> {
  return db.transaction(async (tx) => {
    await declare(tx, typeof farm === 'string' ? { farmId: farm } : farm);
    return work(tx);
  });
}

/** For reading: everything in it is seen as it stood at its first query, whatever is written meanwhile. */
export async function readingFarm<T>(db: Knex, farmId: string, work: (tx: Tx) => Promise<T>): Promise<T> {
  return db.transaction(
    async (tx) => {
      await declare(tx, { farmId });
      return work(tx);
    },
    { isolationLevel: 'repeatable read', readOnly: true },
  );
}
