import { gzipSync } from 'node:zlib';
import pg from 'pg';
import { LAUNCH } from './chromium.mjs';
import { ensureChromium } from './packages.mjs';
import { demoApp } from './app.mjs';
import { build } from './build.mjs';

const STATIONS = ['round', 'cohorts', 'beds', 'purge', 'market', 'season'];
const RUNS = 7;

function median(values) {
  return values.sort((a, b) => a - b)[Math.floor(values.length / 2)];
}

/** The demo's perennial, sown 110 days ago: a planting that is there on every day. */
const BALM = `LEBA-${new Date(Date.now() - 110 * 86_400_000).toISOString().slice(2, 10).replaceAll('-', '')}`;

/** Every page that a person opens, with its rooms. */
const PAGES = [
  ...STATIONS,
  ...[
    'market/new',
    'sums',
    'cohorts/tank/H6',
    'cohorts/HSB-31',
    'beds/space',
    'beds/bed/R3',
    `beds/${BALM}`,
    'beds/planner',
    'beds/weather',
    'beds/scouting',
    'beds/cultures',
    'beds/trials',
  ],
  ...['arrivals', 'feed', 'temperature', 'life', 'planner', 'loss', 'species'].map((room) => `cohorts/${room}`),
];

/** Scripts a page asks for before anything on it is opened, gzip. Round with the fallback that only old browsers fetch, too. */
async function weigh(base, cookie) {
  const known = new Map();
  const weightOf = async (src) => {
    if (!known.has(src)) known.set(src, gzipSync(Buffer.from(await (await fetch(base + src)).arrayBuffer())).length);
    return known.get(src);
  };
  const kb = async (path, counts) => {
    const html = await (await fetch(`${base}/${path}`, { headers: { cookie } })).text();
    const tags = [...html.matchAll(/<script[^>]+src="([^"]+\.js[^"]*)"[^>]*>/g)].filter(([tag]) => counts(tag));
    let bytes = 0;
    for (const src of new Set(tags.map(([, src]) => src))) bytes += await weightOf(src);
    return Math.round(bytes / 1024);
  };
  const figures = { roundScriptKb: await kb('round', () => true) };
  for (const path of PAGES) figures[`scriptKb.${path}`] = await kb(path, (tag) => !/noModule/i.test(tag));
  return figures;
}

/** What a person presses, where. */
const KEYS = [
  ['/round', ']', 'another day'],
  ['/round', '?', 'the list of keys'],
  ['/season', 'ArrowDown', 'the next handle'],
  ['/cohorts', '5', 'another station'],
];

/** From a key to the next picture, in a browser slowed four times: the middle of some presses, ms. */
async function keyAnswers(page) {
  const session = await page.context().newCDPSession(page);
  await session.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  const figures = {};
  for (const [path, key, what] of KEYS) {
    const times = [];
    for (let i = 0; i < 5; i++) {
      await page.goto(path);
      await page.locator('html[data-keys="on"]').waitFor();
      await page.waitForTimeout(800);
      if (path === '/season') await page.locator('[data-handle]').first().focus();
      await page.evaluate(() => {
        window.answers = [];
        new PerformanceObserver((list) => {
          for (const e of list.getEntries()) if (e.name === 'keydown') window.answers.push(e.duration);
        }).observe({ type: 'event', durationThreshold: 16, buffered: false });
      });
      await page.keyboard.press(key);
      // What took less than a sixtieth of a second is not told at all.
      await page.waitForTimeout(600);
      times.push(await page.evaluate(() => Math.max(16, ...window.answers)).catch(() => 16));
    }
    figures[`keyMs.${what}`] = median(times);
  }
  await session.send('Emulation.setCPUThrottlingRate', { rate: 1 });
  await session.detach();
  return figures;
}

async function signedIn(browser, baseURL) {
  // A store that fills itself in the background would be measured along.
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, baseURL, serviceWorkers: 'block' });
  await page.goto('/sign-in');
  await page.getByLabel('Name', { exact: true }).fill('ines');
  await page.getByLabel('Password').fill('heron-loop');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL('**/round');
  return page;
}

const cookieOf = async (page) => (await page.context().cookies()).map((c) => `${c.name}=${c.value}`).join('; ');

/* global MessageChannel, requestAnimationFrame -- in the page */
/** A planting dragged over the beds of the page: the middle time from a move of the mouse to the picture that shows it, ms. */
async function dragAnswers(page) {
  await page.goto('/beds');
  await page.waitForLoadState('networkidle');
  const carried = page.locator('[role=list] a[aria-describedby^=DndDescribedBy]').first();
  await carried.scrollIntoViewIfNeeded();
  const box = await carried.boundingBox();
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.evaluate(() => {
    window.answers = [];
    const after = new MessageChannel();
    let movedAt = 0;
    after.port1.onmessage = () => window.answers.push(performance.now() - movedAt);
    window.addEventListener(
      'mousemove',
      (event) => {
        movedAt = event.timeStamp;
        // The message is answered once the picture of this frame has been laid out and painted.
        requestAnimationFrame(() => after.port2.postMessage(null));
      },
      true,
    );
  });
  for (let i = 1; i <= 40; i++) {
    await page.mouse.move(x, y + i * 8);
    await page.waitForTimeout(40);
  }
  const times = await page.evaluate(() => window.answers);
  await page.keyboard.press('Escape');
  await page.mouse.up();
  return Math.round(median(times.slice(4)));
}

/** What a station costs as data, where its state is known: the middle of many answers one after the other, ms, and what goes over the line, kB. */
async function knownAnswers(base, cookie) {
  const figures = {};
  for (const path of PAGES) {
    const headers = { cookie, accept: 'application/gzip' };
    const ask = () => fetch(`${base}/api/stations/${path}`, { headers }).then((r) => r.arrayBuffer());
    const bytes = (await ask()).byteLength;
    const times = [];
    for (let i = 0; i < 20; i++) {
      const began = performance.now();
      await ask();
      times.push(performance.now() - began);
    }
    figures[`knownMs.${path}`] = Math.round(median(times) * 10) / 10;
    figures[`knownKb.${path}`] = Math.round(bytes / 102.4) / 10;
  }
  return figures;
}

/** Server answers with two years of demo data, the weight of Round's first scripts, a drag on Season as the browser feels it. */
export async function benchStations() {
  ensureChromium();
  build();
  const app = await demoApp({ now: `${new Date().toISOString().slice(0, 10)}T08:00:00Z` });
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch(LAUNCH);
  const figures = {};
  try {
    const page = await signedIn(browser, app.base);
    const cookie = await cookieOf(page);
    const database = new pg.Client(app.env.DATABASE_URL);
    await database.connect();
    await database.query(`set app.upkeep = 'on'`);
    const topics = {
      // What a reading moves, and what a death does: the second makes the whole farm be worked out anew.
      other: ['water'],
      own: ['fish'],
    };
    const write = (topic) =>
      database.query(
        `insert into revision (farm_id, topic) select farm_id, $1 from farm on conflict (farm_id, topic) do update set n = revision.n + 1`,
        [topic],
      );
    const time = async (path, written = []) => {
      const times = [];
      for (let i = 0; i < RUNS + 2; i++) {
        for (const topic of written) await write(topic);
        const began = performance.now();
        await (await fetch(app.base + path, { headers: { cookie } })).text();
        if (i >= 2) times.push(performance.now() - began);
      }
      return Math.round(median(times));
    };
    for (const station of STATIONS) figures[`stationMs.${station}`] = await time(`/${station}`);
    figures['stationMs.cohort'] = await time('/cohorts/HSB-31');
    Object.assign(figures, await knownAnswers(app.base, cookie));
    for (const [which, written] of Object.entries(topics)) {
      figures[`afterWriteMs.${which}.round`] = await time('/round', written);
      figures[`afterWriteMs.${which}.cohort`] = await time('/cohorts/HSB-31', written);
    }
    await database.end();
    Object.assign(figures, await weigh(app.base, cookie));
    Object.assign(figures, await keyAnswers(page));
    await page.goto('/season');
    const handle = page.locator('[data-handle="harvest:TRT-31"]').first();
    await handle.focus();
    const drags = [];
    for (let i = 0; i < 8; i++) {
      await page.keyboard.press('ArrowRight');
      await page.waitForTimeout(700);
      drags.push(Number(await page.locator('[data-drag-ms]').getAttribute('data-drag-ms')));
    }
    figures.seasonDragMs = median(drags.slice(2));
  } finally {
    await browser.close();
    await app.close();
  }
  return figures;
}

/** Beds and Space on a farm of two years and more than 5,000 plantings, and a drag on its strips: the middle of some answers, ms. */
export async function benchManyPlantings() {
  ensureChromium();
  build();
  const app = await demoApp({ now: `${new Date().toISOString().slice(0, 10)}T08:00:00Z`, sowings: 4 });
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch(LAUNCH);
  try {
    const database = new pg.Client(app.env.DATABASE_URL);
    await database.connect();
    await database.query(`set app.upkeep = 'on'`);
    const { rows } = await database.query(
      `select count(distinct lot_code)::int as n from plan_step where kind = 'sow'`,
    );
    await database.end();
    const page = await signedIn(browser, app.base);
    const cookie = await cookieOf(page);
    const figures = { 'manyPlantings.count': rows[0].n };
    for (const path of ['beds', 'beds/space', 'round', 'season']) {
      const times = [];
      for (let i = 0; i < RUNS + 2; i++) {
        const began = performance.now();
        const answer = await fetch(`${app.base}/${path}`, { headers: { cookie }, redirect: 'manual' });
        if (answer.status !== 200) throw new Error(`${path} answered ${answer.status}`);
        await answer.text();
        if (i >= 2) times.push(performance.now() - began);
      }
      figures[`manyPlantingsMs.${path}`] = Math.round(median(times));
    }
    figures['manyPlantingsMs.drag'] = await dragAnswers(page);
    return figures;
  } finally {
    await browser.close();
    await app.close();
  }
}
