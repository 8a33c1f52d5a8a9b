import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { LAUNCH } from './chromium.mjs';
import { ROOT, Stop, run, say } from './run.mjs';

const STAMP = join(ROOT, 'node_modules', '.crop-cycle-lock');

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 9)) {
    throw new Stop(`Node ${process.versions.node} is too old. Install Node 20.9 or newer and run the command again.`);
  }
}

/** Installs the npm packages when they are missing or not those of the lock file. A half-done install leaves no stamp. */
export function installPackages() {
  const lock = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === lock) return;
  say('Installing packages (about a minute the first time)');
  // NODE_ENV=production would leave out what the build needs.
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    env: { NODE_ENV: 'development' },
    hint: 'Installing the packages failed. Check the network, then run the command again.',
  });
  writeFileSync(STAMP, lock);
}

function asRoot() {
  return process.getuid?.() === 0;
}

/** Installs Debian packages, or says in one line which are missing. */
function aptInstall(packages, why) {
  const missing = `${why} Install it and run the command again, for example on Debian: apt-get install ${packages.join(' ')}`;
  if (!asRoot() || !existsSync('/usr/bin/apt-get')) throw new Stop(missing);
  say(`Installing ${packages.join(', ')} from Debian`);
  const env = { DEBIAN_FRONTEND: 'noninteractive' };
  run('apt-get', ['update', '-qq'], { env, quiet: true, hint: missing });
  run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...packages], { env, quiet: true, hint: missing });
}

export function installPostgres() {
  // Debian would start a server of its own on port 5432; this keeps it from doing so.
  const config = '/etc/postgresql-common/createcluster.conf';
  if (asRoot() && !existsSync(config)) {
    mkdirSync('/etc/postgresql-common', { recursive: true });
    writeFileSync(config, 'create_main_cluster = false\n');
  }
  try {
    aptInstall(['postgresql'], 'PostgreSQL is not on this machine, and DATABASE_URL names no other.');
  } finally {
    if (!existsSync('/usr/lib/postgresql') && existsSync(config)) rmSync(config, { force: true });
  }
}

const CHROMIUM = LAUNCH.executablePath;

export function ensureChromium() {
  if (existsSync(CHROMIUM)) return;
  aptInstall(
    ['chromium-headless-shell', 'fonts-liberation'],
    'Chromium is not on this machine; the browser tests and pictures need it.',
  );
  if (!existsSync(CHROMIUM)) throw new Stop(`Chromium was installed but is not at ${CHROMIUM}. Set CHROMIUM_PATH.`);
}
