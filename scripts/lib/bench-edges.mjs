import { connect } from 'node:net';
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { appOn, demoTemplate } from './app.mjs';
import { makeDatabase } from './databases.mjs';
import { quantile, signIn, watchHealth, workOf, post } from './bench-load.mjs';
import { build } from './build.mjs';
import { newestBin, startCluster } from './postgres.mjs';
import { ROOT, ended, packageBin, runPackage, say } from './run.mjs';

const NOW = '2026-11-25T08:00:00Z';
const READERS = 24;
const SILENT = 20;
const DOORS = ['/api/commands', '/api/questions', '/api/session', '/api/join', '/api/farm', '/api/farm-file'];
const later = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

/** The app on a demo farm for as long as the work takes. */
async function withApp({ days = 400, processes = 1 }, work) {
  build();
  const cluster = await startCluster('throwaway', { fast: true });
  const template = await demoTemplate(cluster, { now: NOW, days });
  const app = await appOn(cluster, template.name, { now: NOW, processes });
  try {
    return await work({ app, cluster });
  } finally {
    await app.close();
    await template.drop();
    cluster.stop();
  }
}

/** A line that sends bytes and then is silent; what is sent to it stays where it is. @returns how to know when it was ended, s */
function silentLine(base, bytes, { reads }) {
  const { hostname, port } = new URL(base);
  const socket = connect({ host: hostname, port: Number(port), highWaterMark: 1024 });
  const began = performance.now();
  let seconds = null;
  socket.on('error', () => undefined);
  socket.on('close', () => (seconds ??= (performance.now() - began) / 1000));
  socket.once('connect', () => socket.write(bytes));
  if (reads) socket.resume();
  else socket.pause();
  return { end: () => socket.destroy(), seconds: () => seconds };
}

const read = (base, path, cookie) => fetch(`${base}${path}`, { headers: { cookie } }).then((r) => r.text());

/** Two dozen who ask for whole files and read nothing, and lines that say half of what they want, while others work. */
export const benchSlowReaders = () =>
  withApp({ processes: 2 }, async ({ app }) => {
    const database = new pg.Client(app.env.DATABASE_URL);
    await database.connect();
    await database.query(`set app.upkeep = 'on'`);
    const cookies = [];
    for (const name of ['ines', 'mirel', 'bram', 'oluchi', 'tess', 'joram']) cookies.push(await signIn(app.base, name));
    const work = await workOf(database);
    // What a process loads and compiles when it answers first is no one's slow reading.
    for (const path of ['/round', '/api/table/movement', '/api/farm-file'])
      await Promise.all([2, 3, 4, 5].map((i) => read(app.base, path, cookies[i])));
    const file = (i) =>
      `GET ${i % 2 ? '/api/table/movement' : '/api/farm-file'} HTTP/1.1\r\nHost: x\r\nCookie: ${cookies[i % 2]}\r\n\r\n`;
    const lines = Array.from({ length: READERS }, (_, i) => silentLine(app.base, file(i), { reads: false }));
    const halves = Array.from({ length: SILENT }, (_, i) =>
      silentLine(
        app.base,
        i % 2
          ? 'GET /round HTTP/1.1\r\nHost: x\r\nX-Half: '
          : `POST /api/commands HTTP/1.1\r\nHost: x\r\nCookie: ${cookies[0]}\r\nContent-Type: application/json\r\nContent-Length: 5000\r\n\r\n{"command":`,
        { reads: true },
      ),
    );
    const healthy = watchHealth(app.base);
    await later(3000);
    const times = [];
    const pages = [];
    let held = 0;
    for (let n = 0; n < 200; n++) {
      const began = performance.now();
      const { answer } = await post(app.base, cookies[2 + (n % 4)], work(n));
      times.push(performance.now() - began);
      if (!answer.ok) throw new Error(JSON.stringify(answer));
      if (n % 10 === 0) {
        const from = performance.now();
        await read(app.base, '/round', cookies[2]);
        pages.push(performance.now() - from);
        const { rows } = await database.query(
          `select count(*)::int as n from pg_stat_activity where usename = 'crop_cycle_app' and state like 'idle in transaction%' and state_change < now() - interval '1 second'`,
        );
        held = Math.max(held, rows[0].n);
      }
      await later(100);
    }
    const figures = {
      'slowReaders.actP95Ms': Math.round(quantile(times, 0.95)),
      'slowReaders.pageP95Ms': Math.round(quantile(pages, 0.95)),
      'slowReaders.held': held,
      'healthzP99Ms.slowReaders': await healthy(),
      'slowReaders.halfEndedS': Math.round(Math.max(...halves.map((h) => h.seconds() ?? Infinity)) * 10) / 10,
    };
    for (const line of [...lines, ...halves]) line.end();
    await database.end();
    return figures;
  });

/** A campaign against the app in a process of its own, beside this one that watches. @returns its line of figures */
async function beside(script, app, more = {}) {
  const env = {
    ...process.env,
    DATABASE_URL: app.env.DATABASE_URL,
    APP_BASE: app.base,
    APP_PID: String(app.server.pid),
    DEMO_NOW: NOW,
    ...more,
  };
  const child = spawn(process.execPath, [packageBin('tsx'), '--import', './scripts/lib/serverOnly.mjs', script], {
    cwd: ROOT,
    env,
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  let out = '';
  child.stdout.on('data', (data) => (out += data));
  const { code } = await ended(child);
  if (code !== 0) throw new Error(`${script} ended with ${code}.`);
  return JSON.parse(out.trim().split('\n').at(-1));
}

/** The set-up of a large farm, and what another latitude does to a running one. */
export const benchSetUp = () => withApp({ days: 400 }, ({ app }) => beside('scripts/bench-set-up.ts', app));

export const benchWorstBody = () =>
  withApp({ days: 120 }, async ({ app }) => {
    // What is loaded when a process answers first is not what a body costs.
    const known = await signIn(app.base, 'bram');
    for (const path of DOORS)
      for (const as of ['', known]) await post(app.base, as, { name: 'purgeTanks' }, path).catch(() => undefined);
    const healthy = watchHealth(app.base);
    const figures = await beside('scripts/bench-worst.ts', app, { DOORS: DOORS.join(' ') });
    return { ...figures, 'healthzP99Ms.worstBody': await healthy() };
  });

const PAGES = [
  'round',
  'cohorts',
  'beds',
  'purge',
  'market',
  'season',
  'farm/places',
  'farm/changes',
  'beds/space',
  'cohorts/life',
];

/** Everything that does not follow from the books: marks of a build and of a request. */
const plain = (html) =>
  html
    .replace(/<(script|style|link|meta)\b[^>]*>([\s\S]*?<\/\1>)?/g, '')
    .replace(/(id|for|aria-\w+)="[^"]*_[rR]_[^"]*"/g, '');

function firstDifference(a, b) {
  let i = 0;
  while (a[i] === b[i]) i += 1;
  return `“${a.slice(i - 60, i + 60)}” is “${b.slice(i - 60, i + 60)}”`;
}

async function pagesOf(app) {
  const cookie = await signIn(app.base, 'ines');
  const pages = {};
  for (const page of PAGES) pages[page] = plain(await read(app.base, `/${page}`, cookie));
  return pages;
}

/** A lived-in farm is backed up, laid down on an empty server, started there: the same pages, and how long it takes. */
export const benchRestore = () =>
  withApp({ days: 730 }, async ({ app }) => {
    const database = new pg.Client(app.env.DATABASE_URL);
    await database.connect();
    await database.query(`set app.upkeep = 'on'`);
    const cookie = await signIn(app.base, 'bram');
    const work = await workOf(database);
    for (let n = 0; n < 60; n++) await post(app.base, cookie, work(n));
    await database.end();
    const before = await pagesOf(app);
    const folder = mkdtempSync(join(tmpdir(), 'crop-cycle-restore-'));
    const elsewhere = await startCluster('elsewhere', { fast: true });
    try {
      const figures = {};
      const timed = async (name, does) => {
        const began = performance.now();
        await does();
        figures[`restore.${name}S`] = Math.round((performance.now() - began) / 100) / 10;
      };
      await timed('backup', () =>
        runPackage('tsx', ['scripts/backup.ts', folder], { env: { DATABASE_URL: app.env.DATABASE_URL }, quiet: true }),
      );
      const plainFile = join(folder, 'plain.sql');
      const tool = async (name, args) => {
        const child = spawn(join(newestBin(), name), args, { stdio: ['ignore', 'ignore', 'inherit'] });
        const { code } = await ended(child);
        if (code !== 0) throw new Error(`${name} ended with ${code}`);
      };
      await tool('pg_dump', ['--no-owner', '--no-privileges', `--file=${plainFile}`, app.env.DATABASE_URL]);
      const { readdirSync } = await import('node:fs');
      const dump = join(
        folder,
        readdirSync(folder).find((n) => n.endsWith('.dump')),
      );
      const differ = [];
      for (const how of ['own', 'psql']) {
        const name = `back_${how}`;
        await makeDatabase(elsewhere.url, name);
        const url = elsewhere.urlFor(name);
        await timed(how, async () => {
          if (how === 'own')
            runPackage('tsx', ['scripts/restore.ts', dump], { env: { DATABASE_URL: url }, quiet: true });
          else await tool('psql', ['--quiet', '--no-psqlrc', '-v', 'ON_ERROR_STOP=1', '--file', plainFile, url]);
          runPackage('tsx', ['scripts/prepare.ts'], { env: { DATABASE_URL: url, DEMO: 'no' }, quiet: true });
        });
        const back = await appOn(elsewhere, name, { now: NOW });
        const after = await pagesOf(back);
        await back.close();
        for (const page of PAGES)
          if (after[page] !== before[page])
            differ.push(`${how} ${page}: ${firstDifference(before[page], after[page])}`);
      }
      if (differ.length > 0) say(`Pages that differ:\n${differ.join('\n')}`);
      return { ...figures, 'restore.pages': PAGES.length * 2, 'restore.pagesDiffer': differ.length };
    } finally {
      elsewhere.stop();
      for (const path of [folder, elsewhere.folder, `${elsewhere.folder}.json`, `${elsewhere.folder}.log`])
        rmSync(path, { recursive: true, force: true });
    }
  });
