import { existsSync } from 'node:fs';
import { allowAppRole } from '../src/db/appRole';
import { ownerConnection } from '../src/db/connection';
import { giveGrants, keepGrants } from '../src/db/grants';
import { migrate } from '../src/db/migrations';
import { syncRegistries } from '../src/db/registries';
import { prepareQueue } from '../src/jobs/queue';
import { connected, layDown, sumsOf, withDatabase, type Sums } from './lib/dump';

/**
 * `FILE`: takes a backup back. It is laid down beside what is there and brought up to date; only then does it take its
 * place, and what was there stays under another name.
 */
const [file = ''] = process.argv.slice(2);
const url = process.env.DATABASE_URL!;

async function upToDate(database: string): Promise<void> {
  const owner = ownerConnection(database);
  try {
    await giveGrants(owner);
    await migrate(owner);
    await allowAppRole(owner, database);
    await syncRegistries(owner);
    await prepareQueue(owner, database);
    await keepGrants(owner);
  } finally {
    await owner.destroy();
  }
}

/** A database cannot be renamed by who is in it. */
const outside = (name: string) => withDatabase(url, name === 'template1' ? 'postgres' : 'template1');

async function takeBack(): Promise<{ before: string; rows: number; tables: number }> {
  const name = decodeURIComponent(new URL(url).pathname.slice(1));
  const mark = new Date().toISOString().replace(/\D/g, '').slice(0, 14);
  const [laid, before] = [`restored_${mark}`, `${name}_before_${mark}`];
  await connected(outside(name), async (db) => {
    const { rows } = await db.query('select count(*)::int as n from pg_stat_activity where datname = $1', [name]);
    if (rows[0].n > 0) throw new Error('The app is running. Stop it first, then say this again.');
    await db.query(`create database ${laid} template template0`);
  });
  let sums: Sums;
  try {
    await layDown(file, withDatabase(url, laid));
    await upToDate(withDatabase(url, laid));
    sums = await connected(withDatabase(url, laid), sumsOf);
  } catch (error) {
    await connected(outside(name), (db) => db.query(`drop database if exists ${laid} with (force)`));
    throw error;
  }
  await connected(outside(name), async (db) => {
    await db.query('begin');
    await db.query(`alter database "${name}" rename to "${before}"`);
    await db.query(`alter database ${laid} rename to "${name}"`);
    await db.query('commit');
  });
  const rows = Object.values(sums).reduce((n, s) => n + Number(s.split(' ')[0]), 0);
  return { before, rows, tables: Object.keys(sums).length };
}

try {
  if (!file) throw new Error('Say which: npm run restore -- FILE.');
  if (!existsSync(file)) throw new Error(`There is no file ${file}.`);
  const { before, rows, tables } = await takeBack();
  console.log(`· ${file} is in place: ${rows} rows of ${tables} tables. Start the app with npm start.`);
  console.log(`· What was there before stays in the database ${before}.`);
} catch (error) {
  console.error(`${(error as Error).message}\nNothing was changed.`);
  process.exitCode = 1;
}
