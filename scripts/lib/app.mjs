import { randomBytes } from 'node:crypto';
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { startCluster } from './postgres.mjs';
import { startServer } from './processes.mjs';
import { ROOT, ended, freePort, runPackage, stop } from './run.mjs';

/**
 * The built app on a database of its own with the demo farm, for tests, pictures and measurements. Its clock stands
 * still at what the clock file says.
 */
export async function demoApp(name, { now, days, wantedPort = 3200 } = {}) {
  const cluster = await startCluster('throwaway', { fast: true });
  const database = `${name}_${randomBytes(4).toString('hex')}`;
  runPackage('tsx', ['scripts/database.ts', 'create', database], { env: { DATABASE_URL: cluster.url } });
  const url = cluster.urlFor(database);
  const clockFile = join(ROOT, '.data', `${database}.clock`);
  mkdirSync(join(ROOT, '.data'), { recursive: true });
  writeFileSync(clockFile, now);
  const env = {
    DATABASE_URL: url,
    CROP_CYCLE_CLOCK_FILE: clockFile,
    FARM_TIME_ZONE: 'UTC',
    DEMO_NOW: now,
    ...(days ? { DEMO_DAYS: String(days) } : {}),
  };
  runPackage('tsx', ['scripts/prepare.ts'], { env });
  const port = await freePort(wantedPort);
  const server = startServer({ ...env, PORT: String(port), HOST: '127.0.0.1', LOG_LEVEL: 'warn' }, [
    'ignore',
    'inherit',
    'inherit',
  ]);
  const gone = ended(server);
  let over = false;
  gone.then(() => (over = true));
  const base = `http://127.0.0.1:${port}`;
  for (let tries = 0; tries < 240 && !over; tries++) {
    if ((await fetch(`${base}/healthz`).catch(() => null))?.ok) break;
    await new Promise((resolve) => setTimeout(resolve, 250));
  }
  return {
    base,
    env,
    clockFile,
    async close() {
      await stop(server);
      rmSync(clockFile, { force: true });
      runPackage('tsx', ['scripts/database.ts', 'drop', database], { env: { DATABASE_URL: cluster.url } });
      cluster.stop();
    },
  };
}
