import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { addDays } from '../../src/core/quantity/days';
import { expect, signIn, test, useFarm } from './help';

/** The demo's perennial, sown 110 days ago: a planting that is there on every day. */
const BALM = `LEBA-${addDays(process.env.E2E_NOW!.slice(0, 10), -110).slice(2).replaceAll('-', '')}`;

export const STATIONS = [
  ...[
    '/round',
    '/cohorts',
    '/beds',
    '/beds/space',
    '/beds/bed/R3',
    `/beds/${BALM}`,
    '/beds/planner',
    '/beds/weather',
    '/beds/scouting',
    '/beds/cultures',
    '/beds/trials',
    '/purge',
    '/market',
    '/season',
    '/sums',
    '/market/new',
  ],
  ...['arrivals', 'feed', 'temperature', 'margin', 'planner', 'loss', 'species', 'tank/H6', 'HSB-31'].map(
    (room) => `/cohorts/${room}`,
  ),
  '/farm',
  ...['places', 'crops', 'products', 'customers', 'people', 'chores', 'limits', 'papers', 'today', 'changes'].map(
    (room) => `/farm/${room}`,
  ),
  '/farm/in-and-out?bring=readings',
];

/** A laptop at 150 and 200 %, and the narrowest phone. */
const NARROWER = [
  { width: 853, height: 533 },
  { width: 640, height: 400 },
  { width: 320, height: 640 },
];

export async function expectRoom(page: Page, path: string) {
  for (const size of NARROWER) {
    await page.setViewportSize(size);
    const wide = () => page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
    await expect.poll(wide, { message: `${path} scrolls sideways at ${size.width} px` }).toBeLessThanOrEqual(0);
  }
}

async function expectContrastInTheDark(page: Page, path: string) {
  // Without fading, so that no colour is caught half way.
  await page.emulateMedia({ colorScheme: 'dark', reducedMotion: 'reduce' });
  await expect(page.locator('html')).toHaveAttribute('data-scheme', 'dark');
  const { violations } = await new AxeBuilder({ page }).withRules(['color-contrast']).analyze();
  expect(violations.map((v) => `${path} in the dark: ${v.nodes[0]?.target}`)).toEqual([]);
  await page.emulateMedia({ colorScheme: 'light', reducedMotion: 'reduce' });
  await expect(page.locator('html')).toHaveAttribute('data-scheme', 'light');
}

/** What everyone must be able to read, also before they are signed in: both schemes, phone and laptop, no width to scroll. */
export async function expectReadable(page: Page, what: string) {
  const size = page.viewportSize()!;
  await expectRoom(page, what);
  await page.setViewportSize(size);
  await expectContrastInTheDark(page, what);
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa']).analyze();
  expect(violations.map((v) => `${what}: ${v.id} ${v.nodes[0]?.target}`)).toEqual([]);
}

/** A walk of all stations in parts, each a test of its own: on a slow machine too none of them takes long. */
export const WALKS: string[][] = Array.from({ length: Math.ceil(STATIONS.length / 4) }, (_, i) =>
  STATIONS.slice(i * 4, i * 4 + 4),
);

/** Opens every station in a window of a size. One file each, so that sizes are tried beside each other. */
export function tryEveryStation(name: string, viewport: { width: number; height: number }) {
  useFarm();

  for (const walk of WALKS)
    test(`${walk[0]} and on, on a ${name}: readable by everyone, nothing cut off, no errors`, async ({ page }) => {
      const errors: string[] = [];
      page.on('pageerror', (error) => errors.push(error.message));
      page.on('console', (message) => message.type() === 'error' && errors.push(message.text()));
      await page.setViewportSize(viewport);
      await signIn(page, 'ines');
      for (const path of walk) await expectStation(page, path, viewport);
      expect(errors).toEqual([]);
    });
}

async function expectStation(page: Page, path: string, viewport: { width: number; height: number }) {
  await page.goto(path);
  await expect(page.locator('main h1').first()).toBeAttached();
  const wide = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
  expect(wide, `${path} scrolls sideways`).toBeLessThanOrEqual(0);
  await expectRoom(page, path);
  await page.setViewportSize(viewport);
  await expectContrastInTheDark(page, path);
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa']).analyze();
  expect(violations.map((v) => `${path}: ${v.id} ${v.nodes[0]?.target}`)).toEqual([]);
}
