import { spawn } from 'node:child_process';
import { createHmac } from 'node:crypto';
import { ROOT, say } from './run.mjs';

/** The address of the database for the role that owns nothing, as src/db/connection makes it. */
export function appUrl(ownerUrl) {
  const url = new URL(ownerUrl);
  const password = createHmac('sha256', decodeURIComponent(url.password) || url.username)
    .update('crop_cycle_app')
    .digest('base64url');
  url.username = 'crop_cycle_app';
  url.password = password;
  return url.toString();
}

/** Room for what lives only as long as a request, so that it is not moved about while pages are made. */
const YOUNG_SPACE = '--max-semi-space-size=32';
const TSX = ['--import', 'tsx'];
const MOST_RESTARTS = 8;
const WINDOW_MS = 60_000;

/** What a server or worker may know: never the owner's address. */
function environment(env) {
  const { DATABASE_URL: _owner, ...rest } = { ...process.env, ...env };
  return { ...rest, APP_DATABASE_URL: appUrl(env.DATABASE_URL), NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1' };
}

export function startServer(env, stdio = ['ignore', 'ignore', 'inherit']) {
  return spawn(process.execPath, [YOUNG_SPACE, 'scripts/serve.mjs'], { cwd: ROOT, env: environment(env), stdio });
}

/** The worker may ask who started it for what only the owner of the tables can do (`ipc` as fourth). */
export function startWorker(env, stdio = ['ignore', 'ignore', 'inherit']) {
  return spawn(process.execPath, [...TSX, 'src/jobs/worker.ts'], { cwd: ROOT, env: environment(env), stdio });
}

/**
 * Keeps a process running: one that dies is started again and that is said; one that dies again and again is left.
 * @param tell how that is said; on the terminal unless told otherwise
 * @param pauseMs before it is started again; longer each time
 * @returns how to stop it for good, and a promise of its giving up
 */
export function keepRunning(what, begin, tell = say, pauseMs = 200) {
  let child = begin();
  let ending = false;
  const deaths = [];
  let giveUp;
  const gaveUp = new Promise((resolve) => (giveUp = resolve));
  const watch = () =>
    child.once('exit', (code, signal) => {
      if (ending) return;
      const now = Date.now();
      deaths.push(now);
      while (deaths[0] < now - WINDOW_MS) deaths.shift();
      if (deaths.length > MOST_RESTARTS) {
        tell(`${what} died ${deaths.length} times within a minute; it is not started again. Its last words are above.`);
        return giveUp(code ?? 1);
      }
      tell(`${what} died (${signal ?? `code ${code}`}) and is started again.`);
      setTimeout(() => {
        if (ending) return;
        child = begin();
        watch();
      }, pauseMs * deaths.length);
    });
  watch();
  return {
    gaveUp,
    pid: () => child.pid,
    async stop() {
      ending = true;
      if (child.exitCode !== null || child.signalCode !== null) return;
      const gone = new Promise((resolve) => child.once('exit', resolve));
      child.kill('SIGTERM');
      const timer = setTimeout(() => child.kill('SIGKILL'), 10_000);
      await gone;
      clearTimeout(timer);
    },
  };
}

const LOOK_MS = 1000;

/**
 * Keeps a private database running: killed, it is started again and that is said.
 * @param cluster of `startCluster` @returns how to stop watching, and a promise of its giving up
 */
export function keepDatabase(cluster, tell = say) {
  let ending = false;
  let giveUp;
  const gaveUp = new Promise((resolve) => (giveUp = resolve));
  const deaths = [];
  const look = async () => {
    if (ending) return;
    if (!cluster.runs()) {
      const now = Date.now();
      deaths.push(now);
      while (deaths[0] < now - WINDOW_MS) deaths.shift();
      tell('The database died and is started again.');
      const why = deaths.length > MOST_RESTARTS ? 'It died again and again.' : await cluster.startAgain();
      if (why !== null) {
        tell(`The database does not start. The end of its log:\n${why}`);
        return giveUp(1);
      }
      tell('The database is back; what had been recorded is there.');
    }
    timer = setTimeout(look, LOOK_MS);
  };
  let timer = setTimeout(look, LOOK_MS);
  return {
    gaveUp,
    async stop() {
      ending = true;
      clearTimeout(timer);
    },
  };
}
