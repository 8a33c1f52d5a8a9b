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

/** Server answers with two years of demo data, the weight of Round's first scripts, a drag on Season as the browser feels it. */
export async function benchStations() {
  ensureChromium();
  build();
  const app = await demoApp({ now: `${new Date().toISOString().slice(0, 10)}T08:00:00Z` });
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch(LAUNCH);
  const figures = {};
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, baseURL: app.base });
    await page.goto('/sign-in');
    await page.getByLabel('Name', { exact: true }).fill('ines');
    await page.getByLabel('Password').fill('heron-loop');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.waitForURL('**/round');
    const cookie = (await page.context().cookies()).map((c) => `${c.name}=${c.value}`).join('; ');
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
    for (const [which, written] of Object.entries(topics)) {
      figures[`afterWriteMs.${which}.round`] = await time('/round', written);
      figures[`afterWriteMs.${which}.cohort`] = await time('/cohorts/HSB-31', written);
    }
    await database.end();
    const html = await (await fetch(`${app.base}/round`, { headers: { cookie } })).text();
    const scripts = [...new Set([...html.matchAll(/<script[^>]+src="([^"]+\.js[^"]*)"/g)].map((m) => m[1]))];
    let bytes = 0;
    for (const src of scripts) bytes += gzipSync(Buffer.from(await (await fetch(app.base + src)).arrayBuffer())).length;
    figures.roundScriptKb = Math.round(bytes / 1024);
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
