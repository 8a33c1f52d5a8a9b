import { readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test, vi } from 'vitest';
import { startCluster } from '../../scripts/lib/postgres.mjs';
import { keepDatabase } from '../../scripts/lib/processes.mjs';
import { connected } from '../../scripts/lib/dump';

/** The private database as `npm start` keeps it: with the disk waited for. */
let cluster: Awaited<ReturnType<typeof startCluster>>;
let kept: ReturnType<typeof keepDatabase>;
const said: string[] = [];

beforeAll(async () => {
  cluster = await startCluster('watched');
  kept = keepDatabase(cluster, (words) => void said.push(words));
});
afterAll(async () => {
  await kept.stop();
  cluster.stop();
  for (const path of [cluster.folder, `${cluster.folder}.json`, `${cluster.folder}.log`])
    rmSync(path, { recursive: true, force: true });
});

test('killed, it is started again and that is said, and nothing that was acknowledged is lost', async () => {
  await connected(cluster.url, async (db) => {
    await db.query('create table kept (n integer)');
    for (let n = 0; n < 200; n++) await db.query('insert into kept values ($1)', [n]);
  });
  process.kill(Number(readFileSync(join(cluster.folder, 'postmaster.pid'), 'utf8').split('\n')[0]), 'SIGKILL');
  await vi.waitFor(() => expect(said.join(' ')).toMatch(/died and is started again.*is back/), { timeout: 90_000 });
  const n = await connected(
    cluster.url,
    async (db) => (await db.query('select count(*)::int as n from kept')).rows[0].n,
  );
  expect(n).toBe(200);
});

test('stopped on purpose it stays stopped', async () => {
  await kept.stop();
  cluster.stop();
  said.length = 0;
  expect(cluster.runs()).toBe(false);
  await expect(connected(cluster.url, async () => 1)).rejects.toThrow();
  expect(said).toEqual([]);
});
