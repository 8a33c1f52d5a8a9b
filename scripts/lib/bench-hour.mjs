import pg from 'pg';
import { appOn, demoTemplate } from './app.mjs';
import { build } from './build.mjs';
import { memoryMb, post, quantile, signIn, watchHealth, workOf } from './bench-load.mjs';
import { startCluster } from './postgres.mjs';
import { say } from './run.mjs';
import { webProcesses } from './serveMany.mjs';

/** Everything that people do, mixed, for as long as a working hour: what it costs in memory, and whether anyone is turned away. */
const MINUTES = Number(process.env.HOUR_MINUTES ?? 60);
const PEOPLE = 30;
/** Each asks so often; `HOUR_EVERY_MS=2000` puts the work of an hour into twenty minutes. */
const EVERY_MS = Number(process.env.HOUR_EVERY_MS ?? 6000);
const NAMES = ['ines', 'bram', 'oluchi', 'tess', 'joram'];
const PAGES = ['round', 'cohorts', 'beds', 'purge', 'market', 'season', 'round?day=2027-01-20', 'farm/places'];
const FILES = ['api/table/movement', 'api/table/reading', 'api/farm-file'];

const later = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

export async function benchHour() {
  build();
  const cluster = await startCluster('throwaway', { fast: true });
  const now = `${new Date().toISOString().slice(0, 10)}T08:00:00Z`;
  const template = await demoTemplate(cluster, { now, days: 400 });
  const app = await appOn(cluster, template.name, { now, processes: webProcesses() });
  const database = new pg.Client(app.env.DATABASE_URL);
  try {
    await database.connect();
    await database.query(`set app.upkeep = 'on'`);
    const work = await workOf(database, 400);
    const cookies = [];
    for (let i = 0; i < PEOPLE; i++) cookies.push(await signIn(app.base, NAMES[i % NAMES.length]));
    const healthy = watchHealth(app.base);
    const ends = Date.now() + MINUTES * 60_000;
    const [acts, pages, wrong] = [[], [], []];
    let n = 0;
    let [mostMb, turns] = [0, 0];
    const read = (path, cookie) =>
      fetch(`${app.base}/${path}`, { headers: { cookie } }).then(async (r) => {
        await r.arrayBuffer();
        if (r.status !== 200 && r.status !== 429) wrong.push(`${path}: ${r.status}`);
      });
    const turn = async (cookie, i) => {
      const [k, began] = [n++, performance.now()];
      // Whole files are a manager's.
      if (k % 100 === 99) await read(FILES[(k + i) % FILES.length], cookies[0]);
      else if (k % 2 === 0) {
        const { answer } = await post(app.base, cookie, work(k));
        if (!answer.ok) wrong.push(JSON.stringify(answer));
        acts.push(performance.now() - began);
      } else {
        await read(PAGES[(k + i) % PAGES.length], cookie);
        pages.push(performance.now() - began);
      }
      await later(Math.max(0, EVERY_MS - (performance.now() - began)));
    };
    const watching = (async () => {
      while (Date.now() < ends) {
        const now = memoryMb(app.server.pid);
        mostMb = Math.max(mostMb, ...now);
        if (turns++ % 60 === 0) say(`${n} asked, ${now.join(' and ')} MB`);
        await later(5000);
      }
    })();
    await Promise.all(
      cookies.map(async (cookie, i) => {
        await later((i * EVERY_MS) / PEOPLE);
        while (Date.now() < ends) await turn(cookie, i);
      }),
    );
    await watching;
    if (wrong.length > 0) say(`Turned away: ${wrong.slice(0, 3).join('; ')}`);
    return {
      'hour.minutes': MINUTES,
      'hour.asked': n,
      'hour.turnedAway': wrong.length,
      'hour.actP95Ms': Math.round(quantile(acts, 0.95)),
      'hour.pageP95Ms': Math.round(quantile(pages, 0.95)),
      'hour.memoryMb': mostMb,
      'healthzP99Ms.hour': await healthy(),
    };
  } finally {
    await database.end();
    await app.close();
    await template.drop();
    cluster.stop();
  }
}
