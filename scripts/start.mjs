import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { networkInterfaces } from 'node:os';
import { join } from 'node:path';
import { checkNode, installPackages } from './lib/packages.mjs';
import { startCluster } from './lib/postgres.mjs';
import { ROOT, ended, freePort, main, packageBin, runPackage, say, start, stop } from './lib/run.mjs';

const DATA = join(ROOT, '.data');
const BUILT = join(ROOT, '.next', 'BUILD_ID');
const STAMP = join(ROOT, '.next', 'crop-cycle-built');

/** Secrets are made on the first start and kept; many machines share them through the environment instead. */
function secrets() {
  mkdirSync(DATA, { recursive: true });
  const file = join(DATA, 'secrets.json');
  if (!existsSync(file))
    writeFileSync(file, JSON.stringify({ actionsKey: randomBytes(32).toString('base64') }), { mode: 0o600 });
  return JSON.parse(readFileSync(file, 'utf8'));
}

function newest(folder) {
  let latest = 0;
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    latest = Math.max(latest, entry.isDirectory() ? newest(path) : statSync(path).mtimeMs);
  }
  return latest;
}

/** Builds when there is no whole build, or when a source is newer than the build. */
export function build(env) {
  const sources = Math.max(newest(join(ROOT, 'src')), statSync(join(ROOT, 'package-lock.json')).mtimeMs);
  if (existsSync(BUILT) && existsSync(STAMP) && statSync(STAMP).mtimeMs > sources) return;
  say('Building (about a minute)');
  rmSync(STAMP, { force: true });
  runPackage('next', ['build'], {
    env: { ...env, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1' },
    quiet: true,
    hint: 'The build failed; its last words are above.',
  });
  writeFileSync(STAMP, new Date().toISOString());
}

function addresses(port) {
  const lan = Object.values(networkInterfaces())
    .flat()
    .filter((n) => n.family === 'IPv4' && !n.internal);
  return [
    `http://localhost:${port}`,
    ...(process.env.HOST === '0.0.0.0' ? lan.map((n) => `http://${n.address}:${port}`) : []),
  ];
}

main(async () => {
  checkNode();
  installPackages();
  const cluster = process.env.DATABASE_URL ? null : await startCluster('pg');
  let server = null;
  let ending = false;
  const finish = async () => {
    if (ending) return;
    ending = true;
    if (server) await stop(server);
    cluster?.stop();
    say('Stopped. The data is kept.');
    process.exit(0);
  };
  // Ctrl-C reaches the whole group; the database ignores it here and is stopped after the server.
  process.on('SIGINT', finish);
  process.on('SIGTERM', finish);
  const env = {
    DATABASE_URL: process.env.DATABASE_URL ?? cluster.url,
    NEXT_SERVER_ACTIONS_ENCRYPTION_KEY: process.env.NEXT_SERVER_ACTIONS_ENCRYPTION_KEY ?? secrets().actionsKey,
    NEXT_TELEMETRY_DISABLED: '1',
  };
  try {
    runPackage('tsx', ['scripts/prepare.ts'], {
      env,
      hint: 'Bringing the database up to date failed; the reason is above.',
    });
    build(env);
    const port = await freePort(Number(process.env.PORT ?? 3000), process.env.HOST ?? '127.0.0.1');
    server = start(
      process.execPath,
      [packageBin('next'), 'start', '-p', String(port), '-H', process.env.HOST ?? '127.0.0.1'],
      { env: { ...env, NODE_ENV: 'production' }, stdio: ['ignore', 'ignore', 'inherit'] },
    );
    const gone = ended(server);
    await ready(port, gone);
    say(`Crop Cycle is at ${addresses(port).join(' and ')}`);
    if (process.env.DEMO !== 'no')
      say('Demo sign-ins are on the sign-in page: ines (manager), mirel (office), bram (hand); password heron-loop');
    say('Ctrl-C stops it.');
    const { code } = await gone;
    if (!ending) {
      cluster?.stop();
      process.exit(code ?? 1);
    }
  } catch (error) {
    if (server) await stop(server);
    cluster?.stop();
    throw error;
  }
});

async function ready(port, gone) {
  let over = false;
  gone.then(() => (over = true));
  for (let tries = 0; tries < 240 && !over; tries++) {
    const answer = await fetch(`http://127.0.0.1:${port}/healthz`).catch(() => null);
    if (answer?.ok) return;
    await new Promise((resolve) => setTimeout(resolve, 250));
  }
  throw new Error('The server did not become ready.');
}
