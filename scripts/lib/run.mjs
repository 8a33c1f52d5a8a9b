import { spawn, spawnSync } from 'node:child_process';
import { createServer } from 'node:net';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('../..', import.meta.url));

export function say(words) {
  process.stdout.write(`· ${words}\n`);
}

/** A failure the reader can do something about: the message is all they need to see. */
export class Stop extends Error {}

export function main(work) {
  work().catch((error) => {
    process.stderr.write(`\n${error instanceof Stop ? error.message : (error.stack ?? error)}\n`);
    process.exitCode = 1;
  });
}

/** Runs a command to its end with its output shown; stops with `hint` when it fails. */
export function run(command, args, { env = {}, hint, quiet = false } = {}) {
  const done = spawnSync(command, args, {
    cwd: ROOT,
    env: { ...process.env, ...env },
    stdio: quiet ? ['ignore', 'pipe', 'pipe'] : 'inherit',
    encoding: 'utf8',
  });
  if (done.error || done.status !== 0) {
    if (quiet) process.stderr.write(`${done.stdout ?? ''}${done.stderr ?? ''}`);
    throw new Stop(hint ?? `“${command} ${args.join(' ')}” failed${done.error ? `: ${done.error.message}` : '.'}`);
  }
  return done.stdout ?? '';
}

/** Runs a program of the project's own packages beside other work; `quiet`: what it says is shown only if it fails. */
export async function runPackageAside(name, args, { env = {}, hint, quiet = false } = {}) {
  const child = spawn(process.execPath, [packageBin(name), ...args], {
    cwd: ROOT,
    env: { ...process.env, ...env },
    stdio: quiet ? ['ignore', 'pipe', 'pipe'] : 'inherit',
  });
  const said = [];
  for (const stream of [child.stdout, child.stderr]) stream?.on('data', (words) => said.push(words));
  const { code } = await ended(child);
  if (code === 0) return;
  process.stderr.write(Buffer.concat(said));
  throw new Stop(hint ?? `“${name} ${args.join(' ')}” failed.`);
}

/**
 * Does all of the work, two pieces at a time, and then says what failed of it.
 * @param work begun in this order @returns what each came to
 */
export async function sideBySide(work, atOnce = 2) {
  const came = [];
  const waiting = [...work.entries()];
  const lane = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      const [i, piece] = next;
      came[i] = await piece().then(
        (value) => ({ value }),
        (error) => ({ error }),
      );
    }
  };
  await Promise.all(Array.from({ length: atOnce }, lane));
  const failed = came.filter((c) => c.error);
  if (failed.length === 0) return came.map((c) => c.value);
  if (failed.length === 1 || failed.some((f) => !(f.error instanceof Stop))) throw failed[0].error;
  throw new Stop(failed.map((f) => f.error.message).join('\n'));
}

/** Runs a program of the project's own packages. */
export function runPackage(name, args, options) {
  return run(process.execPath, [packageBin(name), ...args], options);
}

const BINS = {
  next: 'next/dist/bin/next',
  tsx: 'tsx/dist/cli.mjs',
  vitest: 'vitest/vitest.mjs',
  playwright: '@playwright/test/cli.js',
  tsc: 'typescript/bin/tsc',
  eslint: 'eslint/bin/eslint.js',
  prettier: 'prettier/bin/prettier.cjs',
  depcruise: 'dependency-cruiser/bin/dependency-cruise.mjs',
  knip: 'knip/bin/knip.js',
};

export function packageBin(name) {
  return fileURLToPath(new URL(`../../node_modules/${BINS[name]}`, import.meta.url));
}

export function ended(child) {
  return new Promise((resolve) => child.once('exit', (code, signal) => resolve({ code, signal })));
}

/** Ends a process we started and waits until it is gone. */
export async function stop(child) {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const gone = ended(child);
  child.kill('SIGTERM');
  const timer = setTimeout(() => child.kill('SIGKILL'), 8000);
  await gone;
  clearTimeout(timer);
}

function tryPort(port, host) {
  return new Promise((resolve) => {
    const server = createServer();
    server.once('error', () => resolve(null));
    server.listen(port, host, () => {
      const { port: got } = server.address();
      server.close(() => resolve(got));
    });
  });
}

/** The wanted port, or the next free one after it. 0 asks the system for any. */
export async function freePort(wanted, host = '127.0.0.1') {
  for (let port = wanted; port < wanted + 50; port++) {
    const got = await tryPort(port, host);
    if (got) return got;
    if (wanted === 0) break;
  }
  throw new Stop(`No free port between ${wanted} and ${wanted + 49}. Set PORT to another one.`);
}
