import { randomBytes } from 'node:crypto';
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { dropDatabase, makeDatabase } from './databases.mjs';
import { startServer } from './processes.mjs';
import { startCluster } from './postgres.mjs';
import { ROOT, ended, freePort, runPackage, runPackageAside, stop } from './run.mjs';

/** A database with the demo farm, to copy others from. @param cluster a running one */
export async function demoTemplate(cluster, { now, days, sowings, zone = 'UTC' } = {}) {
  const name = `demo_${randomBytes(4).toString('hex')}`;
  await makeDatabase(cluster.url, name);
  const env = {
    DATABASE_URL: cluster.urlFor(name),
    FARM_TIME_ZONE: zone,
    DEMO_NOW: now,
    ...(days ? { DEMO_DAYS: String(days) } : {}),
    ...(sowings ? { DEMO_SOWINGS: String(sowings) } : {}),
  };
  await runPackageAside('tsx', ['scripts/prepare.ts'], { env });
  return { name, drop: () => dropDatabase(cluster.url, name) };
}

/** The built app on a copy of a demo database. Its clock stands still at what the clock file says. */
export async function appOn(cluster, template, { now, wantedPort = 3200, processes = 1, more = {} }) {
  const name = `app_${randomBytes(4).toString('hex')}`;
  await makeDatabase(cluster.url, name, template);
  const clockFile = join(ROOT, '.data', `${name}.clock`);
  mkdirSync(join(ROOT, '.data'), { recursive: true });
  writeFileSync(clockFile, now);
  const env = { DATABASE_URL: cluster.urlFor(name), CROP_CYCLE_CLOCK_FILE: clockFile };
  const port = await freePort(wantedPort);
  const server = startServer(
    {
      ...env,
      ...more,
      PORT: String(port),
      HOST: '127.0.0.1',
      WEB_PROCESSES: String(processes),
      LOG_LEVEL: process.env.LOG_LEVEL ?? 'warn',
    },
    ['ignore', 'inherit', 'inherit'],
  );
  const gone = ended(server);
  let over = false;
  gone.then(() => (over = true));
  const base = `http://127.0.0.1:${port}`;
  for (let tries = 0; tries < 240 && !over; tries++) {
    if ((await fetch(`${base}/healthz`).catch(() => null))?.ok) break;
    await new Promise((resolve) => setTimeout(resolve, 250));
  }
  if (over) throw new Error('The server under test ended before it was ready; its last words are above.');
  return {
    base,
    env,
    clockFile,
    server,
    async close() {
      await stop(server);
      rmSync(clockFile, { force: true });
      await dropDatabase(cluster.url, name);
    },
  };
}

/** The built app with a demo farm of its own, for pictures and measurements. */
export async function demoApp({ now, days, sowings } = {}) {
  const cluster = await startCluster('throwaway', { fast: true });
  const template = await demoTemplate(cluster, { now, days, sowings });
  const app = await appOn(cluster, template.name, { now });
  return {
    ...app,
    cluster,
    async close() {
      await app.close();
      await template.drop();
      cluster.stop();
    },
  };
}

/** How long a large farm takes from and to its file. */
export async function benchFarmFile() {
  const cluster = await startCluster('throwaway', { fast: true });
  const template = await demoTemplate(cluster, {
    now: `${new Date().toISOString().slice(0, 10)}T08:00:00Z`,
    days: 400,
  });
  try {
    const env = { DATABASE_URL: cluster.urlFor(template.name) };
    const out = runPackage('tsx', ['scripts/bench-farm-file.ts'], { env, quiet: true });
    const figures = JSON.parse(out.trim().split('\n').at(-1));
    return Object.fromEntries(Object.entries(figures).map(([name, value]) => [`farmFile.${name}`, value]));
  } finally {
    await template.drop();
    cluster.stop();
  }
}
