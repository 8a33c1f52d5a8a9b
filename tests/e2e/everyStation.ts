import type { Page } from '@playwright/test';
import { addDays } from '../../src/core/quantity/days';
import { inAccents, strays } from './accents';
import { DESK, expect, PHONE, ready, signIn, test, useFarm } from './help';
import { expectRoom, shifts, unreadableInBoth, watchShifts, widerThanScreen } from './look';

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

/** The most that a page may jump while it comes, by the browser’s own count. */
const MOST_SHIFT = 0.05;

/** A walk of all stations in parts, each a test of its own: on a slow machine too none of them takes long. */
const WALKS: string[][] = Array.from({ length: Math.ceil(STATIONS.length / 4) }, (_, i) =>
  STATIONS.slice(i * 4, i * 4 + 4),
);

/** The whole of the system's letters instead of ours, as where a font did not come. */
async function withoutFonts(page: Page, work: () => Promise<void>) {
  await page.evaluate(() => {
    const plain = new CSSStyleSheet();
    plain.replaceSync('* { font-family: serif !important }');
    document.adoptedStyleSheets.push(plain);
  });
  await work();
  await page.evaluate(() => void document.adoptedStyleSheets.pop());
}

/** One visit: nothing jumps while it comes, nothing is wider than the screen, everyone can read it. */
async function faultsOf(page: Page, path: string, narrower: boolean): Promise<string[]> {
  await page.emulateMedia({ colorScheme: 'light', reducedMotion: 'no-preference' });
  await page.goto(path);
  await expect(page.locator('main h1').first()).toBeAttached();
  await ready(page);
  await page.waitForLoadState('networkidle');
  const { total, where } = await shifts(page);
  expect(await widerThanScreen(page), `${path} scrolls sideways`).toBeLessThanOrEqual(0);
  if (narrower) await expectRoom(page, path);
  const size = page.viewportSize()!;
  await withoutFonts(page, () => expectRoom(page, `${path} without its fonts`, [size]));
  const faults = await unreadableInBoth(page);
  if (total > MOST_SHIFT) faults.push(`jumps by ${total.toFixed(3)} (${where.join('; ')})`);
  return faults.map((fault) => `${path}: ${fault}`);
}

/** A second visit in words half as long again: none escapes the catalogue, and they break nothing. */
async function escapedWords(
  page: Page,
  walk: string[],
  sizes: (typeof DESK)[],
  base: string,
  db: Parameters<typeof strays>[0],
) {
  await inAccents(page, base);
  const found = await strays(db, page, async (look) => {
    for (const path of walk) {
      await page.goto(path);
      await expect(page.locator('main h1').first()).toBeAttached();
      await ready(page);
      for (const size of sizes) {
        await page.setViewportSize(size);
        await expectRoom(page, `${path} in longer words`, [size]);
        await look(path);
      }
    }
  });
  return found;
}

/** Opens every station in a window of a size, once for how it looks and once for what it says. */
export function tryEveryStation(name: string, viewport: typeof DESK) {
  const farm = useFarm();
  const wide = viewport === DESK;

  for (const walk of WALKS)
    test(`${walk[0]} and on, on a ${name}: nothing jumps or is cut off, everyone can read it, no word escapes the catalogue`, async ({
      page,
    }) => {
      const errors: string[] = [];
      page.on('pageerror', (error) => errors.push(error.message));
      page.on('console', (message) => message.type() === 'error' && errors.push(message.text()));
      await watchShifts(page);
      await page.setViewportSize(viewport);
      await signIn(page, 'ines');
      const faults: string[] = [];
      for (const path of walk) faults.push(...(await faultsOf(page, path, wide)));
      // Words are the same at every width but for those that only a phone shows.
      faults.push(...(await escapedWords(page, walk, [wide ? DESK : PHONE], farm.base(), farm.db())));
      expect([...faults, ...errors]).toEqual([]);
    });
}
