import { readFileSync, renameSync, writeFileSync } from 'node:fs';
import { test as base, expect, type BrowserContext, type Locator, type Page, type Response } from '@playwright/test';
import type { Knex } from 'knex';
import { appOn } from '../../scripts/lib/app.mjs';
import { freePort } from '../../scripts/lib/run.mjs';
import { ownerConnection } from '../../src/db/connection';

export const PASSWORD = 'heron-loop';
export const PHONE = { width: 390, height: 844 };
export const DESK = { width: 1280, height: 800 };

interface Farm {
  base: string;
  env: { DATABASE_URL: string };
  clockFile: string;
  server: { pid?: number };
  close(): Promise<void>;
}

let farm: Farm | null = null;

/** Runs beside each other (another day, another checkout) keep to ports of their own. */
const FIRST_PORT = Number(process.env.E2E_PORT ?? 3200);

/** Playwright's own, with addresses that are of this file's app: each worker keeps to a port, each file to a server. */
export const test = base.extend<{ page: Page }, { port: number }>({
  // Presses on what does not listen yet are lost: whoever opens a page waits for it, as a person at a slow phone learns to.
  page: async ({ page }, use) => {
    for (const open of ['goto', 'reload'] as const) {
      const opened = page[open].bind(page) as (...args: unknown[]) => Promise<Response | null>;
      page[open] = async (...args: unknown[]) => {
        const response = await opened(...args);
        // The set-up and the sign-in have no stations, and listen as they come.
        if (await page.locator('nav a[href^="/round"]').count()) await ready(page);
        return response;
      };
    }
    await use(page);
  },
  port: [
    // eslint-disable-next-line no-empty-pattern
    async ({}, use, worker) => use(await freePort(FIRST_PORT + worker.parallelIndex * 50)),
    { scope: 'worker' },
  ],
  baseURL: async ({ port }, use) => use(`http://127.0.0.1:${port}`),
});
export { expect };

/** An app of this file's own: its database, server and clock. Files run beside each other and need no order. */
export function useFarm({ processes = 1, more = {} as Record<string, string> } = {}): {
  db: () => Knex;
  base: () => string;
} {
  let db: Knex;
  test.beforeAll(async ({ port }) => {
    const url = new URL(process.env.E2E_CLUSTER_URL!);
    const urlFor = (name: string) => Object.assign(new URL(url), { pathname: `/${name}` }).toString();
    const options = { now: process.env.E2E_NOW!, wantedPort: port, processes, more };
    farm = await appOn({ url: url.toString(), urlFor }, process.env.E2E_TEMPLATE!, options);
    db = ownerConnection(farm.env.DATABASE_URL);
  });
  test.afterAll(async () => {
    await db?.destroy();
    await farm?.close();
    farm = null;
  });
  return { db: () => db, base: () => farm!.base };
}

/** The day the app under test takes for today. */
export function today(): string {
  return readFileSync(farm!.clockFile, 'utf8').slice(0, 10);
}

/** Lets the app's clock stand at half past eight on a day. */
export function setDay(day: string) {
  // Put in place whole: a server may be reading it just now, and half a file is no time.
  writeFileSync(`${farm!.clockFile}.new`, `${day}T08:30:00Z`);
  renameSync(`${farm!.clockFile}.new`, farm!.clockFile);
}

/** A session as the sign-in form opens it, without the form, for a test that opens a page of its own next. */
export async function letIn(context: BrowserContext, name: string, password = PASSWORD) {
  await context.clearCookies();
  const headers = { 'content-type': 'application/json' };
  const response = await fetch(`${farm!.base}/api/session`, {
    method: 'POST',
    headers,
    body: JSON.stringify({ name, password }),
  });
  expect(response.status, `${name} signs in`).toBe(200);
  const cookies = response.headers.getSetCookie().map((line) => /^([^=]+)=([^;]+)/.exec(line)!);
  await context.addCookies(cookies.map(([, key, value]) => ({ name: key!, value: value!, url: farm!.base })));
}

export async function signIn(page: Page, name: string, password = PASSWORD) {
  await letIn(page.context(), name, password);
  await page.goto('/round');
  await expect(page.locator('#main h1')).toBeAttached();
  await ready(page);
}

/** Waits until the page answers keys and clicks, as a person would before typing. */
export async function ready(page: Page) {
  await expect(page.locator('html[data-keys="on"]')).toBeAttached();
}

/** Waits until nothing on the page has changed for a moment: what comes late, or a press opened, is all there. */
export function settled(page: Page): Promise<void> {
  return page.evaluate(
    ([quietMs, mostMs]) =>
      new Promise<void>((done) => {
        const stop = () => {
          watcher.disconnect();
          done();
        };
        let quiet = setTimeout(stop, quietMs);
        const watcher = new MutationObserver(() => {
          clearTimeout(quiet);
          quiet = setTimeout(stop, quietMs);
        });
        watcher.observe(document.body, { subtree: true, childList: true, characterData: true });
        setTimeout(stop, mostMs);
      }),
    [300, 5000] as const,
  );
}

/** Waits until a part of the page answers: parts come alive one after the other. */
export async function listening(part: Locator) {
  const alive = () => part.evaluate((of) => Object.keys(of).some((key) => key.startsWith('__reactProps')));
  await expect.poll(alive).toBe(true);
}

/** The row of a job on the round. */
export function job(page: Page, title: string, about: string): Locator {
  return page.locator('button[data-job]', { hasText: title }).filter({ hasText: about });
}

/** Opens a job, fills its fields by label, sends it and waits for what the round says. */
export async function doJob(page: Page, title: string, about: string, fields: Record<string, string>, submit: string) {
  await page.goto('/round');
  await ready(page);
  await job(page, title, about).first().click();
  const dialog = page.getByRole('dialog');
  await expect(dialog).toBeVisible();
  for (const [label, value] of Object.entries(fields)) {
    const radio = dialog.getByRole('radio', { name: value, exact: true });
    // A field may come a moment after its dialog.
    await dialog.getByLabel(label).first().waitFor();
    if (await radio.count()) await radio.check();
    else await dialog.getByLabel(label).fill(value);
  }
  await dialog.getByRole('button', { name: submit }).click();
  await answerYes(page, submit);
}

/** What looks wrong is asked about in the dialog; a yes and a second press records it. */
export async function answerYes(page: Page, submit: string) {
  const dialog = page.getByRole('dialog');
  const yes = dialog.getByRole('checkbox', { name: 'Yes, that is right' });
  await expect.poll(async () => (await dialog.isHidden()) || (await yes.isVisible())).toBe(true);
  if (await yes.isVisible()) {
    await yes.check();
    await dialog.getByRole('button', { name: submit }).click();
  }
  await expect(dialog).toBeHidden();
}

/** Slides a handle of the season board by whole days with the mouse. */
export async function slide(page: Page, handle: Locator, days: number) {
  await listening(handle);
  await handle.scrollIntoViewIfNeeded();
  const board = (await page.getByRole('group', { name: /^Season board/ }).boundingBox())!;
  const dayPx = (board.width - 96 - 8) / 105;
  const box = (await handle.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + (days * dayPx) / 2, y, { steps: 4 });
  await page.mouse.move(x + days * dayPx, y, { steps: 4 });
  await page.mouse.up();
}

/** Chooses in a select; `within` tells which of several with that label. */
export async function choose(
  page: Page,
  label: string | RegExp,
  option: string | RegExp,
  within: Page | Locator = page,
) {
  await within.getByRole('combobox', { name: label }).click();
  await page.getByRole('option', { name: option }).click();
}

/** Presses a button, and again with a yes when what it would do is asked about first. */
export async function pressAndConfirm(page: Page, button: Locator, done: Locator) {
  await button.click();
  const yes = page.getByLabel('Yes, that is right');
  await expect(done.or(yes).first()).toBeVisible();
  if (!(await yes.isVisible())) return;
  await yes.check();
  await button.click();
  await expect(done.first()).toBeVisible();
}
