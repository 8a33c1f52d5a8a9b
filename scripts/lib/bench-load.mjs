import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import pg from 'pg';
import { appOn, demoTemplate } from './app.mjs';
import { build } from './build.mjs';
import { startCluster } from './postgres.mjs';
import { say } from './run.mjs';
import { webProcesses } from './serveMany.mjs';

/** Load as people make it: a hundred who write, twenty who read, twelve farms in turn; and the server killed meanwhile. */
const PEOPLE = 100;
const EVERY_MS = 4000;
const ROUNDS = 30;
const BURSTS = 3;
const SCREEN_ROUNDS = 3;
const SCREEN_EVERY_MS = 5000;
const READERS = 20;
const STATIONS = ['round', 'cohorts', 'beds', 'purge', 'market', 'season'];
const NAMES = ['ines', 'bram', 'oluchi', 'tess', 'joram'];

export function quantile(values, q) {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * q))];
}

const later = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

export async function signIn(base, name, password = 'heron-loop') {
  const response = await fetch(`${base}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name, password }),
  });
  if (!response.ok) throw new Error(`${name} was not let in: ${await response.text()}`);
  return response.headers
    .getSetCookie()
    .map((line) => line.split(';')[0])
    .join('; ');
}

export async function post(base, cookie, sent, path = '/api/commands') {
  const response = await fetch(`${base}${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', cookie },
    body: JSON.stringify(sent),
  });
  return { status: response.status, answer: await response.json() };
}

/**
 * What hands record in a round, in the proportions they do: readings, feed, deaths, weighings, words.
 * @param leastFish only in tanks of more: who counts deaths for long must not empty one
 */
export async function workOf(database, leastFish = 100) {
  const { rows: tanks } = await database.query(
    `select b.lot_id, b.place_id, l.code, p.code as place from balance b join lot l on l.id = b.lot_id join place p on p.id = b.place_id where l.kind = 'cohort' and p.kind = 'tank' and b.count > $1 order by p.code`,
    [leastFish],
  );
  const { rows: loops } = await database.query('select id from loop order by code');
  const turn = (list, i) => list[i % list.length];
  return (i) => {
    const tank = turn(tanks, i);
    const kinds = [
      ['water.read', { loopId: turn(loops, i).id, values: { do: 6 + (i % 30) / 10, ph: 6.8 }, confirmed: true }],
      ['task.handover', { words: `Nothing to report from round ${i}.` }],
      ['water.read', { loopId: turn(loops, i + 1).id, values: { t: 15 }, confirmed: true }],
      ['fish.dead', { lotId: tank.lot_id, placeId: tank.place_id, count: 1 }],
      [
        'fish.note',
        { kind: 'observe', lotCode: tank.code, placeId: tank.place_id, words: 'Eating well', state: 'well' },
      ],
    ];
    const [command, body] = turn(kinds, i);
    return { command, version: 1, entryKey: randomUUID(), body };
  };
}

/** Half readings, half deaths, of as many tanks as there are. */
async function burstOf(database) {
  const work = await workOf(database);
  return (i) => work(Math.floor(i / 2) * 5 + (i % 2 === 0 ? 0 : 3));
}

const HEALTH_EVERY_MS = 100;

/** Asks again and again how the server is. @returns how to end it: the 99th part of a hundred, ms */
export function watchHealth(base) {
  const times = [];
  let over = false;
  const ask = async () => {
    while (!over) {
      const began = performance.now();
      const ok = await fetch(`${base}/healthz`).then(
        (r) => r.text().then(() => r.ok),
        () => false,
      );
      times.push(ok ? performance.now() - began : 10_000);
      await later(HEALTH_EVERY_MS);
    }
  };
  const asking = ask();
  return async () => {
    over = true;
    await asking;
    return Math.round(quantile(times, 0.99));
  };
}

/** Memory of each process that serves, MB. @param pid of the one that keeps them */
export function memoryMb(pid) {
  const children = readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim().split(' ').filter(Boolean);
  return (children.length > 0 ? children : [pid]).map((p) =>
    Math.round(Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${p}/status`, 'utf8'))?.[1] ?? 0) / 1024),
  );
}

/** Sends under one key until an answer comes, as a phone does. @returns how often it was sent */
async function sendUntilAnswered(base, cookie, sent) {
  for (let tries = 1; tries < 200; tries++) {
    try {
      const { status, answer } = await post(base, cookie, sent);
      if (answer.ok) return tries;
      if (status < 500 && status !== 401) throw Object.assign(new Error(JSON.stringify(answer)), { refused: true });
    } catch (error) {
      if (error.refused) throw error;
    }
    await later(150);
  }
  throw new Error('No answer');
}

async function recorded(database, keys) {
  const { rows } = await database.query('select count(*)::int as n from entry where entry_key = any($1::uuid[])', [
    keys,
  ]);
  const { rows: doubled } = await database.query(
    `select (select count(*)::int from movement where left(entry_key, 36) = any($1::text[])) + (select count(*)::int from handover h where h.words like 'Nothing to report%') as n`,
    [keys],
  );
  return { entries: rows[0].n, records: doubled[0].n };
}

export async function benchLoad(wants) {
  build();
  const figures = ['log', 'readersP95', 'twelveFarms'].some((name) => wants(name)) ? await benchPeople(wants) : {};
  if (wants('crash')) Object.assign(figures, await benchCrash(`${new Date().toISOString().slice(0, 10)}T08:00:00Z`));
  return figures;
}

async function benchPeople(wants) {
  const cluster = await startCluster('throwaway', { fast: true });
  const now = `${new Date().toISOString().slice(0, 10)}T08:00:00Z`;
  const template = await demoTemplate(cluster, { now });
  const figures = {};
  try {
    const app = await appOn(cluster, template.name, { now, processes: webProcesses() });
    const database = new pg.Client(app.env.DATABASE_URL);
    await database.connect();
    await database.query(`set app.upkeep = 'on'`);
    try {
      const cookies = [];
      for (let i = 0; i < PEOPLE; i++) cookies.push(await signIn(app.base, NAMES[i % NAMES.length]));
      await fetch(`${app.base}/round`, { headers: { cookie: cookies[0] } }).then((r) => r.text());
      const work = await workOf(database);
      let n = 0;
      const keys = [];
      const times = [];
      const wrong = [];
      const burst = await burstOf(database);
      const timed = async (cookie, make = work) => {
        const sent = make(n++);
        keys.push(sent.entryKey);
        const began = performance.now();
        const { answer } = await post(app.base, cookie, sent);
        times.push(performance.now() - began);
        if (!answer.ok) wrong.push(answer);
      };
      if (wants('logP95') || wants('log')) {
        say(`${PEOPLE} people, each writing every ${EVERY_MS / 1000} s`);
        const healthy = watchHealth(app.base);
        await Promise.all(
          cookies.map(async (cookie, i) => {
            await later((i * EVERY_MS) / PEOPLE);
            for (let round = 0; round < ROUNDS; round++) {
              const began = performance.now();
              await timed(cookie);
              await later(Math.max(0, EVERY_MS - (performance.now() - began)));
            }
          }),
        );
        figures.logP50Ms = Math.round(quantile(times, 0.5));
        figures.logP95Ms = Math.round(quantile(times, 0.95));
        figures['healthzP99Ms.log'] = await healthy();
        times.length = 0;
        say('The same through the screens: each then reads the round again');
        await Promise.all(
          cookies.map(async (cookie, i) => {
            await later((i * EVERY_MS) / PEOPLE);
            for (let round = 0; round < SCREEN_ROUNDS; round++) {
              const began = performance.now();
              await timed(cookie);
              await fetch(`${app.base}/round`, { headers: { cookie, rsc: '1' } }).then((r) => r.text());
              await later(Math.max(0, SCREEN_EVERY_MS - (performance.now() - began)));
            }
          }),
        );
        figures.logOnScreensP95Ms = Math.round(quantile(times, 0.95));
        times.length = 0;
        say(`${PEOPLE} in the same instant`);
        const atOnce = watchHealth(app.base);
        const p95s = [];
        for (let i = 0; i < BURSTS; i++) {
          times.length = 0;
          await Promise.all(cookies.map((cookie) => timed(cookie, burst)));
          p95s.push(quantile(times, 0.95));
        }
        figures.log100AtOnceP95Ms = Math.round(quantile(p95s, 0.5));
        figures['healthzP99Ms.atOnce'] = await atOnce();
        figures['memoryMb.log'] = Math.max(...memoryMb(app.server.pid));
        const { entries } = await recorded(database, keys);
        figures.logLost = keys.length - wrong.length - entries;
        if (wrong.length > 0) say(`Refused: ${JSON.stringify(wrong[0])}`);
        figures.logRefused = wrong.length;
      }
      if (wants('readersP95')) {
        say(`${READERS} readers at once`);
        for (const station of STATIONS) {
          const read = async (i) => {
            const began = performance.now();
            const headers = { cookie: cookies[i], accept: 'application/gzip' };
            await fetch(`${app.base}/api/stations/${station}`, { headers }).then((r) => r.arrayBuffer());
            return performance.now() - began;
          };
          for (let i = 0; i < 4; i++) await read(i);
          const all = [];
          for (let round = 0; round < 3; round++)
            all.push(...(await Promise.all(Array.from({ length: READERS }, (_, i) => read(i)))));
          figures[`readersP95Ms.${station}`] = Math.round(quantile(all, 0.95));
        }
      }
    } finally {
      await database.end();
      await app.close();
    }
    if (wants('twelveFarms')) Object.assign(figures, await twelveFarms(cluster, now));
  } finally {
    await template.drop();
    cluster.stop();
  }
  return figures;
}

/** Reading one farm again and again against reading twelve in turn: the ratio of their medians. */
async function twelveFarms(cluster, now) {
  say('Twelve farms in turn');
  process.env.DEMO_FARMS = '12';
  const template = await demoTemplate(cluster, { now, days: 200 });
  delete process.env.DEMO_FARMS;
  const app = await appOn(cluster, template.name, { now });
  try {
    const cookies = [await signIn(app.base, 'ines')];
    for (let i = 1; i < 12; i++) cookies.push(await signIn(app.base, 'ines', `farm-${i}`));
    const read = async (cookie) => {
      const began = performance.now();
      await fetch(`${app.base}/round`, { headers: { cookie } }).then((r) => r.text());
      return performance.now() - began;
    };
    for (const cookie of cookies) await read(cookie);
    const [one, twelve] = [[], []];
    for (let i = 0; i < 60; i++) {
      one.push(await read(cookies[0]));
      twelve.push(await read(cookies[i % 12]));
    }
    return { twelveFarmsRatio: Math.round((quantile(twelve, 0.5) / quantile(one, 0.5)) * 100) / 100 };
  } finally {
    await app.close();
    await template.drop();
  }
}

/** The server and then the database are killed while people write: whatever got a yes is there once. */
async function benchCrash(now) {
  say('The server and the database are killed while people write');
  const { keepRunning, startServer } = await import('./processes.mjs');
  // With its disk waited for, as it is in use: a yes that was given must outlive a crash.
  const cluster = await startCluster('crash');
  const template = await demoTemplate(cluster, { now, days: 200 });
  const first = await appOn(cluster, template.name, { now });
  const { base, env } = first;
  const port = new URL(base).port;
  await new Promise((resolve) => {
    first.server.once('exit', resolve);
    first.server.kill('SIGKILL');
  });
  const kept = keepRunning('The server', () =>
    startServer({ ...env, PORT: port, HOST: '127.0.0.1', LOG_LEVEL: 'fatal' }),
  );
  const connect = async () => {
    for (let tries = 0; ; tries++) {
      const client = new pg.Client(env.DATABASE_URL);
      client.on('error', () => undefined);
      try {
        await client.connect();
        await client.query(`set app.upkeep = 'on'`);
        return client;
      } catch (error) {
        if (tries > 60) throw error;
        await later(250);
      }
    }
  };
  let database = await connect();
  try {
    for (let tries = 0; tries < 100; tries++) {
      if ((await fetch(`${base}/healthz`).catch(() => null))?.ok) break;
      await later(200);
    }
    const cookies = [];
    for (let i = 0; i < 30; i++) cookies.push(await signIn(base, NAMES[i % NAMES.length]));
    const work = await workOf(database);
    await database.end();
    let n = 0;
    let sends = 0;
    const keys = [];
    const writing = Promise.all(
      cookies.map(async (cookie) => {
        for (let round = 0; round < 25; round++) {
          const sent = work(n++);
          keys.push(sent.entryKey);
          const tries = await sendUntilAnswered(base, cookie, sent);
          sends += tries;
        }
      }),
    );
    await later(700);
    process.kill(kept.pid(), 'SIGKILL');
    await later(3500);
    cluster.crash();
    await writing;
    database = await connect();
    const { entries } = await recorded(database, keys);
    const { rows } = await database.query(
      `select (select count(*)::int from (select entry_key from movement group by farm_id, entry_key having count(*) > 1) x) + (select count(*)::int from (select lot_id from balance group by lot_id having sum(count) <> 0 or sum(mass_g) <> 0) y) as n`,
    );
    return {
      crashSent: keys.length,
      crashResent: sends - keys.length,
      crashLost: keys.length - entries,
      crashDoubled: rows[0].n,
    };
  } finally {
    await database.end().catch(() => undefined);
    await kept.stop();
    await first.close();
    await template.drop();
    cluster.stop();
  }
}
