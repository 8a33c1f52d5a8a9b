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
    // Any write makes the shared forecast stale: with one before each request the whole farm is worked out anew.
    const time = async (path, written = false) => {
      const times = [];
      for (let i = 0; i < RUNS + 2; i++) {
        if (written) await database.query('select pg_current_xact_id()');
        const began = performance.now();
        await (await fetch(app.base + path, { headers: { cookie } })).text();
        if (i >= 2) times.push(performance.now() - began);
      }
      return Math.round(median(times));
    };
    for (const station of STATIONS) figures[`stationMs.${station}`] = await time(`/${station}`);
    figures['stationMs.cohort'] = await time('/cohorts/HSB-31');
    figures['afterWriteMs.round'] = await time('/round', true);
    figures['afterWriteMs.cohort'] = await time('/cohorts/HSB-31', true);
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
