import { spawn, type ChildProcess } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, expect, test, vi } from 'vitest';
import { appUrl } from '../../src/db/appRole';
import { prepareQueue } from '../../src/jobs/queue';
import { appUrl as appUrlOfScripts } from '../../scripts/lib/processes.mjs';
import { openDesk, type Desk } from './helpers';

/** The worker as `npm start` runs it: a process of its own, under the role that owns nothing. */
let desk: Desk;
let worker: ChildProcess | null = null;

beforeAll(async () => {
  desk = await openDesk('demo');
  await prepareQueue(desk.owner, desk.url);
});
afterAll(async () => {
  worker?.kill('SIGKILL');
  await desk.close();
});

test('rolls readings up, clears what is old, says that it is there, and ends what it has begun', async () => {
  expect(appUrlOfScripts(desk.url)).toBe(appUrl(desk.url));
  const farm = await desk.owner('farm').first('farm_id');
  const person = await desk.owner('person').first('id');
  await desk.owner('session').insert({
    farm_id: farm.farm_id,
    person_id: person.id,
    token_hash: Buffer.alloc(32, 1),
    expires_at: new Date('2020-01-01'),
  });
  const root = fileURLToPath(new URL('../..', import.meta.url));
  const { DATABASE_URL: _owner, ...rest } = process.env;
  const said: string[] = [];
  worker = spawn(process.execPath, ['--import', 'tsx', 'src/jobs/worker.ts'], {
    cwd: root,
    env: { ...rest, APP_DATABASE_URL: appUrl(desk.url) },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  for (const stream of [worker.stdout!, worker.stderr!]) stream.on('data', (d) => said.push(String(d)));
  const gone = new Promise<number | null>((resolve) => worker!.once('exit', resolve));
  const done = async () => {
    expect(said.join(''), said.join('')).not.toMatch(/"level":50/);
    expect(Number((await desk.owner('reading_day').count('* as n').first())!.n)).toBeGreaterThan(500);
    expect(await desk.owner('session').where('expires_at', '<', new Date('2021-01-01'))).toEqual([]);
    expect(said.join('')).toMatch(/"job":"demo-upkeep"/);
  };
  await vi.waitFor(done, { timeout: 60_000, interval: 300 });
  expect((await desk.owner('worker_beat').first()).name).toContain(String(worker.pid));
  // A rolled-up day says what its readings said.
  const { rows } = await desk.owner.raw(
    `select count(*) as n from reading_day d where abs(d.mean - (select avg(value) from reading r where r.loop_id = d.loop_id and r.kind = d.kind and r.farm_day = d.farm_day)) > 0.0001`,
  );
  expect(rows[0].n).toBe(0);
  worker.kill('SIGTERM');
  expect(await gone).toBe(0);
});
