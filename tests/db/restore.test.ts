import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Knex } from 'knex';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import {
  backupsIn,
  connected,
  differing,
  keepBackup,
  layDown,
  program,
  sumsOf,
  withDatabase,
  type Sums,
} from '../../scripts/lib/dump';
import { startCluster } from '../../scripts/lib/postgres.mjs';
import { allowAppRole, appUrl } from '../../src/db/appRole';
import { appConnection, ownerConnection, readingFarm } from '../../src/db/connection';
import { giveGrants, keepGrants } from '../../src/db/grants';
import { migrate } from '../../src/db/migrations';
import { loadFacts } from '../../src/db/slices';
import { prepareQueue } from '../../src/jobs/queue';
import { openDesk, type Desk } from './helpers';

/** A backup is worth what comes back of it: laid down on a server that has never seen the app. */
const TODAY = '2026-06-10';
let desk: Desk;
let farmId: string;
let sums: Sums;
let elsewhere: { url: string; folder: string; stop(): unknown };
const folder = mkdtempSync(join(tmpdir(), 'crop-cycle-backup-'));

async function database(name: string): Promise<string> {
  await connected(elsewhere.url, (db) => db.query(`create database ${name} template template0`));
  return withDatabase(elsewhere.url, name);
}

/** What `npm start` does with a database before it serves. */
async function started(url: string): Promise<Knex> {
  const owner = ownerConnection(url);
  await giveGrants(owner);
  await migrate(owner);
  await allowAppRole(owner, url);
  await owner.destroy();
  return appConnection(appUrl(url), 2);
}

const factsOf = (app: Knex) => readingFarm(app, farmId, (tx) => loadFacts(tx, TODAY, true));

async function expectTheSameFarm(url: string) {
  expect(differing(sums, await connected(url, sumsOf))).toEqual([]);
  const app = await started(url);
  try {
    expect(await factsOf(app)).toEqual(await factsOf(desk.app));
    // It still sees one farm at a time, and may write what it might before.
    expect(await app('lot').select('id')).toEqual([]);
    await expect(app('person').update({ role: 'manager' })).rejects.toThrow(/permission denied/);
    await expect(app.raw('select give_app_grants()')).rejects.toThrow(/permission denied/);
    await app.raw(`select * from person_of_session(decode('00', 'hex'), now())`);
  } finally {
    await app.destroy();
  }
}

beforeAll(async () => {
  desk = await openDesk('demo');
  await prepareQueue(desk.owner, desk.url);
  await keepGrants(desk.owner);
  farmId = (await desk.owner('farm').first('farm_id')).farm_id;
  sums = await connected(desk.url, sumsOf);
  elsewhere = await startCluster('elsewhere', { fast: true });
});
afterAll(async () => {
  elsewhere.stop();
  for (const path of [folder, elsewhere.folder, `${elsewhere.folder}.json`, `${elsewhere.folder}.log`])
    rmSync(path, { recursive: true, force: true });
  await desk.close();
});

test('every function that a check, trigger, default or policy may call has a fixed path', async () => {
  const { rows } = await desk.owner.raw(`
    select p.oid::regprocedure::text as name from pg_proc p where p.pronamespace = 'public'::regnamespace
      and not exists (select from unnest(p.proconfig) c where c like 'search_path=%')`);
  expect(rows).toEqual([]);
});

test('by plain pg_dump and psql, without an error: the same sums, and the app works on it', async () => {
  const file = join(folder, 'plain.sql');
  await program('pg_dump', ['--no-owner', '--no-privileges', `--file=${file}`, desk.url]);
  const url = await database('plain');
  await program('psql', ['--quiet', '--no-psqlrc', '-v', 'ON_ERROR_STOP=1', '--file', file, url]);
  await expectTheSameFarm(url);
});

test('by pg_dump and pg_restore, where the role of the app is there already, rights and all', async () => {
  const file = join(folder, 'whole.dump');
  await program('pg_dump', ['--format=custom', `--file=${file}`, desk.url]);
  const url = await database('whole');
  await connected(url, (db) =>
    db.query(`do $$ begin create role crop_cycle_app nologin; exception when duplicate_object then null; end $$`),
  );
  await program('pg_restore', ['--exit-on-error', '--dbname', url, file]);
  await expectTheSameFarm(url);
});

describe('the app’s own backup', () => {
  const keep = (day: string) =>
    keepBackup({ url: desk.url, folder, now: new Date(`${day}T02:17:00Z`), newest: 2, days: 30 });

  test('is laid down beside before it counts, and comes back elsewhere', async () => {
    const kept = await keep('2026-06-10');
    expect(kept.rows).toBe(Object.values(sums).reduce((n, s) => n + Number(s.split(' ')[0]), 0));
    const url = await database('own');
    await layDown(kept.file, url);
    await expectTheSameFarm(url);
    const { rows } = await desk.owner.raw(`select datname from pg_database where datname like 'check_%'`);
    expect(rows).toEqual([]);
  });

  test('the newest always stay, and of the others those that are young', async () => {
    const named = (day: string) => `crop-cycle-${day}T02-17-00Z.dump`;
    for (const day of ['2026-01-05', '2026-05-01', '2026-05-20']) writeFileSync(join(folder, named(day)), 'x');
    await keep('2026-06-11');
    expect(backupsIn(folder)).toEqual(['2026-06-11', '2026-06-10', '2026-05-20'].map(named));
  });

  test('half a file brings nothing back, and says so', async () => {
    const file = join(folder, 'half.dump');
    writeFileSync(file, 'PGDMP and nothing more');
    await expect(layDown(file, await database('half'))).rejects.toThrow(/pg_restore ended with 1/);
  });

  test('of the version before comes back and is brought up to date', async () => {
    const url = await database('older');
    const owner = ownerConnection(url);
    await migrate(owner, '0028_looks_in_order');
    const farm = { farm_id: farmId, name: 'Older', time_zone: 'UTC', currency: 'EUR' };
    await owner('farm').insert(farm);
    const { params } = await desk.owner('crop').where({ code: 'rocket' }).first('params');
    await owner('crop').insert({ farm_id: farmId, code: 'rocket', params: JSON.stringify(params) });
    await owner.destroy();
    const file = join(folder, 'older.dump');
    await program('pg_dump', ['--format=custom', '--no-owner', '--no-privileges', `--file=${file}`, url]);
    const back = await database('back');
    await layDown(file, back);
    const again = ownerConnection(back);
    expect(await migrate(again)).toContain('0029_restorable');
    expect((await again('crop').first('params')).params).toEqual(params);
    await again.destroy();
  });
});
