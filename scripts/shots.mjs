import { mkdirSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { LAUNCH } from './lib/chromium.mjs';
import { checkNode, ensureChromium, installPackages } from './lib/packages.mjs';
import { ROOT, main, say } from './lib/run.mjs';

const FOLDER = join(ROOT, 'docs', 'screenshots');
const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };

/** One picture of each main view, from the demo farm. `act` brings the view into the state worth showing. */
const VIEWS = [
  ['round', '/round', DESK],
  ['round-phone', '/round', PHONE],
  ['cohorts', '/cohorts', DESK],
  ['cohort', '/cohorts/HSB-31', DESK],
  ['tank', '/cohorts/tank/H6', DESK],
  ['after-a-loss', '/cohorts/loss?suppose=H8', DESK],
  ['stocking-planner', '/cohorts/planner', DESK, propose],
  ['beds', '/beds', DESK],
  ['planting', '/beds/bed/R3', DESK, openPlanting],
  ['succession-planner', '/beds/planner', DESK, proposeSowings],
  ['space', '/beds/space', DESK],
  ['purge-and-pick', '/purge', DESK],
  ['market', '/market', DESK],
  ['season', '/season', DESK],
  ['season-draft', '/season', DESK, slideHarvest],
  ['log-line', '/round', DESK, typeLogLine],
  ['sums', '/sums?sum=free-ammonia', DESK, workOut],
  ['farm-plan', '/farm', DESK, chooseTank],
  ['set-up', '/own-farm', DESK, describeFarm],
];

async function chooseTank(page) {
  await page.getByRole('button', { name: /^H6:/ }).click();
  await page.getByRole('link', { name: 'Open' }).waitFor();
}

/** A made-up farm in set-up, at its beds; the code is put where the start would print it. */
async function describeFarm(page, { database }) {
  await database(
    `insert into first_farm_code (code_hash, made_at) values (sha256('PICTURES'), now()) on conflict do nothing`,
  );
  await page.context().clearCookies();
  await page.goto('/own-farm');
  for (const [label, text] of [
    ['Code', 'PICTURES'],
    ['Name of the farm', 'Sedge Yard'],
    ['Your name', 'Anka Feld'],
    ['Sign-in name', 'anka'],
    ['Password', 'reeds by the water'],
  ])
    await page.getByLabel(label, { exact: true }).fill(text);
  await page.getByRole('button', { name: 'Make the farm' }).click();
  await page.waitForURL('**/set-up');
  await page.getByRole('button', { name: /^Media, then rafts/ }).click();
  await page.getByRole('button', { name: 'On to Beds' }).click();
  await page.getByLabel('Add', { exact: true }).fill('2 beds of 28 rafts of 36 holes, 17 × 1.2 m');
}

async function workOut(page) {
  await page.getByRole('button', { name: 'Work it out' }).click();
  await page.getByTestId('sum-result').waitFor();
}

async function slideHarvest(page) {
  const handle = page.locator('[data-handle="harvest:TRT-31"]').first();
  await handle.focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowLeft');
  await page.getByText(/is covered/).waitFor();
}

async function openPlanting(page) {
  await page.locator('h2 a').first().click();
  await page.getByRole('heading', { name: 'What happened' }).waitFor();
}

async function propose(page) {
  await page.getByLabel('Search for at most, seconds').fill('15');
  await page.getByRole('button', { name: 'Propose a plan' }).click();
  await page.getByRole('heading', { name: 'Proposal' }).waitFor({ timeout: 90_000 });
  await page.locator('#main').evaluate((main) => main.scrollTo(0, 0));
  await page.evaluate('scrollTo(0, 0)');
}

async function proposeSowings(page) {
  await page.getByRole('button', { name: 'What earns most' }).click();
  for (const [crop, amount] of [
    ['Butterhead lettuce', '160'],
    ['Rocket', '9'],
    ['Sweet basil', '6'],
    ['Tatsoi', '150'],
  ])
    await page.getByLabel(crop).fill(amount);
  await page.getByLabel('Search for at most, seconds').fill('15');
  await page.getByRole('button', { name: 'Propose sowings' }).click();
  await page.getByRole('heading', { name: 'Proposal' }).waitFor({ timeout: 90_000 });
  await page.locator('#main').evaluate((main) => main.scrollTo(0, 0));
  await page.evaluate('scrollTo(0, 0)');
}

async function typeLogLine(page) {
  const line = page.getByLabel('Log line', { exact: true });
  // A key pressed before the page listens is lost.
  for (let tries = 0; tries < 20 && !(await line.isVisible()); tries++) {
    await page.keyboard.press('l');
    await page.waitForTimeout(250);
  }
  await line.fill('H3 weigh 128 141 122 137');
  await page.getByText(/Sample of 4/).waitFor();
}

async function asOwner(url, sql) {
  const { default: pg } = await import('pg');
  const client = new pg.Client(url);
  await client.connect();
  await client.query(`set app.upkeep = 'on'`);
  await client.query(sql);
  await client.end();
}

main(async () => {
  checkNode();
  installPackages();
  ensureChromium();
  const { chromium } = await import('@playwright/test');
  const { demoApp } = await import('./lib/app.mjs');
  const { build } = await import('./lib/build.mjs');
  say('Building');
  build();
  const app = await demoApp({ now: `${new Date().toISOString().slice(0, 10)}T08:10:00Z` });
  mkdirSync(FOLDER, { recursive: true });
  const browser = await chromium.launch(LAUNCH);
  try {
    const only = process.argv.slice(2);
    if (only.length === 0) for (const old of readdirSync(FOLDER)) rmSync(join(FOLDER, old));
    for (const [name, path, viewport, act] of VIEWS) {
      if (only.length > 0 && !only.includes(name)) continue;
      const page = await browser.newPage({ viewport, baseURL: app.base });
      await page.goto('/sign-in');
      await page.getByLabel('Name', { exact: true }).fill('ines');
      await page.getByLabel('Password').fill('heron-loop');
      await page.getByRole('button', { name: 'Sign in' }).click();
      await page.waitForURL('**/round');
      await page.goto(path);
      await page.waitForLoadState('networkidle');
      if (act) await act(page, { database: (sql) => asOwner(app.env.DATABASE_URL, sql) });
      await page.waitForLoadState('networkidle');
      await page.screenshot({ path: join(FOLDER, `${name}.png`), animations: 'disabled' });
      await page.close();
      say(name);
    }
  } finally {
    await browser.close();
    await app.close();
  }
});
