import { spawn } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import { FIX_PATHS } from '../../src/db/migrations/0029_restorable';
import { newestBin } from './postgres.mjs';

/** A table's rows counted, and one number of all that stands in them, whatever their order. */
export type Sums = Record<string, string>;

export interface Kept {
  file: string;
  bytes: number;
  rows: number;
  tables: number;
}

/** The same server, another database. */
export function withDatabase(url: string, name: string): string {
  return Object.assign(new URL(url), { pathname: `/${name}` }).toString();
}

/** The owner sees every row only while it says that it does upkeep. */
const UPKEEP = { PGOPTIONS: '-c app.upkeep=on' };

export async function connected<T>(url: string, work: (db: pg.Client) => Promise<T>): Promise<T> {
  const db = new pg.Client(url);
  await db.connect();
  try {
    await db.query(`set app.upkeep = 'on'`);
    return await work(db);
  } finally {
    await db.end();
  }
}

/** Runs one of PostgreSQL's own programs. @throws with what it said, where it did not end well */
export function program(tool: string, args: string[]): Promise<void> {
  const bin = newestBin();
  if (!bin) throw new Error('PostgreSQL’s programs are not installed here.');
  const child = spawn(join(bin, tool), args, {
    env: { ...process.env, ...UPKEEP },
    stdio: ['ignore', 'ignore', 'pipe'],
  });
  let said = '';
  child.stderr.on('data', (data) => (said += data));
  return new Promise((resolve, reject) => {
    child.once('error', reject);
    child.once('exit', (code) =>
      code === 0 ? resolve() : reject(new Error(`${tool} ended with ${code}:\n${said.slice(0, 4000)}`)),
    );
  });
}

/** The sums of every table of the farms, in one moment. */
export async function sumsOf(db: pg.Client): Promise<Sums> {
  const { rows } = await db.query<{ name: string }>(
    `select c.relname as name from pg_class c where c.relkind = 'r' and c.relnamespace = 'public'::regnamespace order by 1`,
  );
  const sums: Sums = {};
  for (const { name } of rows) {
    const { rows: found } = await db.query(
      `select count(*) as n, coalesce(sum(hashtextextended(t::text, 0)::numeric), 0) as mark from public.${pg.escapeIdentifier(name)} t`,
    );
    sums[name] = `${found[0].n} ${found[0].mark}`;
  }
  return sums;
}

/** Tables whose sums differ. */
export function differing(a: Sums, b: Sums): string[] {
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].filter((name) => a[name] !== b[name]).sort();
}

/** Writes a compressed dump from one moment of the database. @returns the sums of that moment */
async function dump(url: string, file: string): Promise<Sums> {
  return connected(url, async (db) => {
    await db.query('begin isolation level repeatable read read only');
    const { rows } = await db.query('select pg_export_snapshot() as id');
    const args = ['--format=custom', '--no-owner', '--no-privileges', '--enable-row-security'];
    await program('pg_dump', [...args, `--snapshot=${rows[0].id}`, `--file=${file}`, url]);
    return sumsOf(db);
  });
}

/** Lays a dump down in a database that is empty. Functions of an older version are given their path on the way. */
export async function layDown(file: string, url: string): Promise<void> {
  const part = (section: string) =>
    program('pg_restore', [
      ...['--no-owner', '--no-privileges', '--enable-row-security', '--exit-on-error', `--section=${section}`],
      ...['--dbname', url, file],
    ]);
  await part('pre-data');
  await connected(url, (db) => db.query(FIX_PATHS));
  await part('data');
  await part('post-data');
  await connected(url, (db) => db.query('analyze'));
}

/** Makes a database for as long as the work takes. */
async function beside<T>(url: string, work: (url: string) => Promise<T>): Promise<T> {
  const name = `check_${randomBytes(6).toString('hex')}`;
  await connected(url, (db) => db.query(`create database ${name} template template0`));
  try {
    return await work(withDatabase(url, name));
  } finally {
    await connected(url, (db) => db.query(`drop database if exists ${name} with (force)`));
  }
}

const NAME = /^crop-cycle-\d{4}-\d\d-\d\dT\d\d-\d\d-\d\dZ\.dump$/;

/**
 * Writes a backup into a folder and proves it: it is laid down beside, and counts only where every sum is the same. Then
 * those go that are neither among the newest nor young.
 * @throws where it cannot be written, laid down, or differs; what was there before stays
 */
export async function keepBackup({ url, folder, now, newest, days }: KeepArgs): Promise<Kept> {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const file = join(folder, `crop-cycle-${now.toISOString().slice(0, 19).replaceAll(':', '-')}Z.dump`);
  const half = `${file}.half`;
  try {
    const sums = await dump(url, half);
    const again = await beside(url, async (scratch) => {
      await layDown(half, scratch);
      return connected(scratch, sumsOf);
    });
    const wrong = differing(sums, again);
    if (wrong.length > 0) throw new Error(`What was written differs in ${wrong.join(', ')}; it was thrown away.`);
    renameSync(half, file);
    const rows = Object.values(sums).reduce((n, s) => n + Number(s.split(' ')[0]), 0);
    letOldOnesGo({ folder, now, newest, days });
    return { file, bytes: statSync(file).size, rows, tables: Object.keys(sums).length };
  } finally {
    rmSync(half, { force: true });
  }
}

interface KeepArgs {
  /** Of the owner. */
  url: string;
  folder: string;
  now: Date;
  /** So many always stay. */
  newest: number;
  /** Younger ones stay too. */
  days: number;
}

export function backupsIn(folder: string): string[] {
  return readdirSync(folder)
    .filter((name) => NAME.test(name))
    .sort()
    .reverse();
}

function letOldOnesGo({ folder, now, newest, days }: Omit<KeepArgs, 'url'>): void {
  const writtenAt = (name: string) =>
    new Date(name.slice(11, 30).replace(/T(\d\d)-(\d\d)-/, 'T$1:$2:') + 'Z').getTime();
  for (const name of backupsIn(folder).slice(newest))
    if (now.getTime() - writtenAt(name) > days * 86_400_000) rmSync(join(folder, name));
}
