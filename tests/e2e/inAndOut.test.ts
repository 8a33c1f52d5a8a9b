import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { addDays } from '../../src/core/quantity/days';
import { CODE, found, PASSWORD, printCode } from './founding';
import { DESK, expect, job, PHONE, ready, signIn, test, today, useFarm } from './help';
import { expectReadable } from './look';

const { db } = useFarm();

/** Running numbers mean nothing elsewhere: they are given anew. */
const unnumbered = (key: string, value: unknown) =>
  (key === 'id' || key === 'corrects_id') && typeof value === 'number' ? '#' : value;

/** Writes the farm out through the screens. @returns the file, and its rows in no order */
async function writtenOut(page: Page) {
  await page.goto('/farm/in-and-out');
  // Tables are called what the farm calls them, with the name of the file beside.
  await expect(page.getByRole('link', { name: 'Lines of orders', exact: true })).toHaveAttribute(
    'href',
    '/api/table/order_line',
  );
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Export farm' }).click(),
  ]);
  const path = await download.path();
  const { tables } = JSON.parse(await readFile(path, 'utf8')) as { tables: Record<string, object[]> };
  const rows = Object.fromEntries(
    Object.entries(tables).map(([name, own]) => [name, own.map((r) => JSON.stringify(r, unnumbered)).sort()]),
  );
  return { path, rows };
}

test('a farm goes out as a file and comes in elsewhere as it was; a file that is cut off leaves nothing', async ({
  page,
}) => {
  await page.setViewportSize(DESK);
  await signIn(page, 'ines');
  const before = await writtenOut(page);
  expect(before.rows.movement!.length).toBeGreaterThan(1000);
  await printCode(db());
  await page.context().clearCookies();
  await page.goto('/own-farm');
  await page.getByRole('link', { name: 'From a farm file…' }).click();
  const farms = (await db()('farm')).length;
  const cut = (await readFile(before.path, 'utf8')).slice(0, 60_000);
  const fill = async (name: string, file: string) => {
    await page
      .locator('input[type=file]')
      .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(file) });
    await page.getByLabel('Code', { exact: true }).fill(CODE);
    await page.getByLabel('Your sign-in name on that farm').fill('ines');
    await page.getByLabel('A new password').fill(PASSWORD);
    await page.getByRole('button', { name: 'Take the farm in' }).click();
  };
  const part = (code: string) =>
    page.request.post('/api/farm-file', {
      data: { code, upload: '7b0c1a52-6f0e-4d0e-9a53-0d5d3a1a7f10', n: 0, pieces: ['x'] },
    });
  expect((await part('AAAA-AAAA')).status()).toBe(403);
  await fill('cut.json', cut);
  await expect(page.getByRole('alert').filter({ hasText: /cut off|ends in the middle/ })).toBeVisible();
  expect(await db()('farm')).toHaveLength(farms);
  await fill('farm.json', await readFile(before.path, 'utf8'));
  await expect(page.getByRole('heading', { name: /is here$/ })).toBeVisible({ timeout: 60_000 });
  await page.getByRole('button', { name: 'To today’s round' }).click();
  await page.waitForURL('**/round');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  const after = await writtenOut(page);
  for (const table of Object.keys(before.rows)) expect(after.rows[table], table).toEqual(before.rows[table]);
});

test('readings from a logger: columns are laid beside ours, an unknown name is explained once, the same file adds nothing', async ({
  page,
}) => {
  await page.setViewportSize(DESK);
  await signIn(page, 'ines');
  await page.goto('/farm/in-and-out');
  await page.getByRole('button', { name: 'Readings', exact: true }).click();
  const rows = Array.from(
    { length: 1200 },
    (_, i) =>
      `Big loop;${addDays('2020-01-01', Math.floor(i / 4))} 0${i % 4}:30;21,${i % 10};${i === 7 ? '68' : '6,4'};n`,
  );
  const file = `\uFEFFSystem;When;Temp;DO;Note\r\n${rows.join('\r\n')}\r\n`;
  const choose = () =>
    page
      .locator('input[type=file]')
      .setInputFiles({ name: 'logger.csv', mimeType: 'text/csv', buffer: Buffer.from(file) });
  const checkIt = async () => {
    await choose();
    await page.getByRole('button', { name: 'Check 1,200 rows' }).click();
    await expect(page.getByText('0 rows are right; 1,200 rows are not taken.')).toBeVisible();
    await page.getByRole('combobox', { name: '“Big loop” means' }).click();
    await page.getByRole('option', { name: 'Heron' }).click();
    await expect(page.getByText('1,199 rows are right; 1 row is not taken.')).toBeVisible();
    await page.getByRole('button', { name: 'Take in 1,199 rows' }).click();
    await expect(page.getByText(/1,199 of 1,199 rows are in/)).toBeVisible();
  };
  const count = async () => Number((await db()('reading').where('farm_day', '<', '2021-01-01').count('id as n'))[0]!.n);
  await checkIt();
  expect(await count()).toBe(2398);
  await expect(page.getByText(/68 is outside 0 to 25/)).toBeVisible();
  await checkIt();
  expect(await count()).toBe(2398);
  await page.locator('input[type=file]').setInputFiles({
    name: 'all.csv',
    mimeType: 'text/csv',
    buffer: Buffer.alloc(21_000_000, 'a;b\n'),
  });
  await expect(page.getByRole('alert').filter({ hasText: /has 21 MB; at most 20 MB/ })).toBeVisible();
});

test('what comes before the first round can be read by everyone: signing in, founding, joining, each step of the set-up', async ({
  page,
}) => {
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await printCode(db());
  for (const size of [PHONE, DESK]) {
    await page.setViewportSize(size);
    for (const path of ['/sign-in', '/own-farm', '/own-farm?from=file', '/join/nobody-was-asked-in']) {
      await page.goto(path);
      await expect(page.locator('h1, h2').first()).toBeVisible();
      await expectReadable(page, `${path} at ${size.width}`);
    }
  }
  await found(page, 'Teasel Hollow', 'anka2');
  await page.waitForURL('**/set-up');
  await page.getByRole('button', { name: /^Several small/ }).click();
  for (const step of ['Place and habits', 'Water', 'Beds', 'Purge, stores, quarantine', 'People']) {
    await page
      .getByRole('button', { name: new RegExp(step) })
      .first()
      .click();
    for (const size of [DESK, PHONE]) {
      await page.setViewportSize(size);
      await expectReadable(page, `set-up, ${step}, at ${size.width}`);
    }
  }
});

test('the office keeps permits, chores and a second price list, and follows the deliveries in a calendar of its own', async ({
  page,
}) => {
  await page.setViewportSize(DESK);
  await signIn(page, 'ines');
  await page.goto('/farm/papers');
  await ready(page);
  await page.getByLabel('Title').fill('Discharge permit');
  await page.getByLabel('Ends on').fill(addDays(today(), 20).split('-').toReversed().join('/'));
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByText('Discharge permit is kept.')).toBeVisible();
  await page.goto('/round');
  await expect(page.getByText(/Discharge permit ends on/)).toBeVisible();
  await page.goto('/farm/chores');
  await ready(page);
  await page.getByLabel('What is to be done').fill('Rinse the iron probe');
  await page.getByLabel('Every so many days').fill('1');
  await page.getByRole('button', { name: 'Add a chore' }).click();
  await expect(page.getByText(/Rinse the iron probe is on the round/)).toBeVisible();
  await page.goto('/round');
  await expect(job(page, 'Rinse the iron probe', '')).toBeVisible();
  await page.goto('/farm/in-and-out');
  await ready(page);
  await page.getByRole('button', { name: 'Deliveries: make an address' }).click();
  const address = await page.getByTestId('calendar-address').innerText();
  expect(await (await page.request.get(address)).text()).toMatch(/BEGIN:VEVENT[\s\S]*O-\d+/);
  await page.getByRole('button', { name: 'Deliveries: make the address void' }).click();
  await expect(page.getByText('That address shows nothing any more.')).toBeVisible();
  expect((await page.request.get(address)).status()).toBe(404);
});

test('a first day on the demo is followed step by step, stays where one was, and is left; letters grow and stay large', async ({
  page,
}) => {
  await page.setViewportSize(PHONE);
  await signIn(page, 'bram');
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Help for this room' }).click();
  await expect(page.getByRole('dialog')).toContainText('what to do now');
  await page.getByRole('button', { name: 'A first day, step by step' }).click();
  const day = page.getByRole('region', { name: 'A first day' });
  await expect(day).toContainText('1/6');
  await day.getByRole('button', { name: 'Next' }).click();
  await day.getByRole('link', { name: 'To the tanks' }).click();
  await page.waitForURL('**/cohorts');
  await page.reload();
  await expect(day).toContainText('2/6');
  await day.getByRole('button', { name: 'Leave it' }).click();
  await expect(day).toBeHidden();
  const size = () =>
    page
      .locator('main h1')
      .first()
      .evaluate((h) => parseFloat(getComputedStyle(h).fontSize));
  const usual = await size();
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: /Bram Tolle, hand/ }).click();
  await page.getByLabel('largest').check();
  await page.getByRole('button', { name: 'Done' }).click();
  await page.reload();
  await expect(page.locator('main h1').first()).toBeVisible();
  expect((await size()) / usual).toBeCloseTo(1.3, 1);
});

test('a probe is let in, sends, and the tank it hangs in is judged by it; ended, it sends nothing any more', async ({
  page,
}) => {
  await page.setViewportSize(DESK);
  await signIn(page, 'ines');
  await page.goto('/farm/in-and-out');
  await ready(page);
  await page.getByRole('button', { name: 'Connect an instrument…' }).click();
  await page.getByLabel('Name of the instrument').fill('Oxygen probe, H6');
  await page.getByRole('button', { name: 'Connect it', exact: true }).click();
  const key = await page.getByTestId('instrument-key').innerText();
  const send = (sequence: number, value: number) =>
    page.request.post('/api/measurements', {
      headers: { authorization: `Bearer ${key}` },
      data: { sequence, values: [{ place: 'H6', kind: 'do', value, at: `${today()}T06:20:00Z` }] },
    });
  expect((await page.request.post('/api/measurements', { data: { sequence: 0, values: [] } })).status()).toBe(401);
  expect(await (await send(0, 2.2)).json()).toEqual({ ok: true, value: { taken: 1, refused: 0, faults: [] } });
  expect((await send(0, 2.2)).status()).toBe(200);
  expect(await (await send(1, 99)).json()).toMatchObject({ value: { taken: 0, refused: 1 } });
  await page.reload();
  await expect(page.getByText(/last heard (just now|\d+ minutes? ago)/)).toBeVisible();
  await expect(page.getByText(/1 value of its last batch was not taken: .*water cannot hold more/)).toBeVisible();
  await page.goto('/round');
  await expect(page.getByText(/^H6: oxygen 2.2/).first()).toBeVisible();
  await page.goto('/cohorts/life');
  await expect(page.getByTestId('readings').first()).toContainText('H6 dissolved oxygen 2.2 mg/L');
  await page.getByText('The week, hour by hour').first().click();
  await expect(page.getByRole('img', { name: /^temperature from [\d.]+ to [\d.]+/ })).toBeVisible();
  await page.getByRole('button', { name: 'dissolved oxygen', exact: true }).first().click();
  await expect(page.getByRole('img', { name: /^dissolved oxygen from 2.2 to/ })).toBeVisible();
  await page.goto('/farm/in-and-out');
  await ready(page);
  await page.getByRole('button', { name: 'Oxygen probe, H6: end' }).click();
  await expect(page.getByText(/sends nothing any more; what it measured stays/)).toBeVisible();
  expect((await send(2, 6)).status()).toBe(401);
});
