import { mkdirSync, openSync } from 'node:fs';
import { networkInterfaces } from 'node:os';
import { join } from 'node:path';
import { checkNode, installPackages } from './lib/packages.mjs';
import { startCluster } from './lib/postgres.mjs';
import { buildAside } from './lib/build.mjs';
import { answerWorker } from './lib/backups.mjs';
import { keepDatabase, keepRunning, startServer, startWorker } from './lib/processes.mjs';
import { writeRegistries } from './lib/registries.mjs';
import { ROOT, freePort, main, runPackageAside, say } from './lib/run.mjs';

const DATA = join(ROOT, '.data');

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
  writeRegistries();
  const cluster = process.env.DATABASE_URL ? null : await startCluster('pg');
  const running = [];
  let ending = false;
  const finish = async (code = 0) => {
    if (ending) return;
    ending = true;
    await Promise.all(running.map((r) => r.stop()));
    cluster?.stop();
    say('Stopped. The data is kept.');
    process.exit(code);
  };
  // Ctrl-C reaches the whole group; the database ignores it here and is stopped after the server.
  process.on('SIGINT', () => finish());
  process.on('SIGTERM', () => finish());
  if (process.argv.includes('--no-demo')) process.env.DEMO = 'no';
  const env = { DATABASE_URL: process.env.DATABASE_URL ?? cluster.url, NEXT_TELEMETRY_DISABLED: '1' };
  try {
    const hint = 'Bringing the database up to date failed; the reason is above.';
    await Promise.all([buildAside(), runPackageAside('tsx', ['scripts/prepare.ts'], { env, hint })]);
    const host = process.env.HOST ?? '127.0.0.1';
    const port = await freePort(Number(process.env.PORT ?? 3000), host);
    if (cluster) running.push(keepDatabase(cluster));
    const serving = { ...env, PORT: String(port), HOST: host };
    running.push(keepRunning('The server', () => startServer(serving, ['ignore', logTo(), 'inherit'])));
    if (process.env.WORKER !== 'no')
      running.push(
        keepRunning('The worker', () => answerWorker(startWorker(env, ['ignore', logTo(), 'inherit', 'ipc']), env)),
      );
    const gaveUp = Promise.race(running.map((r) => r.gaveUp));
    await ready(port, gaveUp);
    say(`Crop Cycle is at ${addresses(port).join(' and ')}`);
    if (process.env.DEMO !== 'no')
      say('Demo sign-ins are on the sign-in page: ines (manager), mirel (office), bram (hand); password heron-loop');
    say('Ctrl-C stops it.');
    await finish(await gaveUp);
  } catch (error) {
    await Promise.all(running.map((r) => r.stop()));
    cluster?.stop();
    throw error;
  }
});

/** Where the lines of log go: to the terminal when LOG=yes, else to a file that each start begins anew. */
function logTo() {
  if (process.env.LOG === 'yes') return 'inherit';
  mkdirSync(DATA, { recursive: true });
  return openSync(join(DATA, 'app.log'), 'a');
}

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
