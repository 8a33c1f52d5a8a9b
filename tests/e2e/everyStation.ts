import type { Page } from '@playwright/test';
import { addDays } from '../../src/core/quantity/days';
import { inAccents, strays } from './accents';
import { DESK, expect, letIn, ready, settled, test, useFarm } from './help';
import { expectRoom, shifts, unreadableInBoth, unreadableInTheDark, watchShifts, widerThanScreen } from './look';

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
  ...['arrivals', 'feed', 'temperature', 'life', 'planner', 'loss', 'species', 'tank/H6', 'HSB-31'].map(
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
async function faultsOf(page: Page, path: string, isWide: boolean): Promise<string[]> {
  await page.emulateMedia({ colorScheme: 'light', reducedMotion: 'no-preference' });
  await page.goto(path);
  await expect(page.locator('main h1').first()).toBeAttached();
  await ready(page);
  await settled(page);
  const { total, where } = await shifts(page);
  expect(await widerThanScreen(page), `${path} scrolls sideways`).toBeLessThanOrEqual(0);
  if (isWide) await expectRoom(page, path);
  const size = page.viewportSize()!;
  await withoutFonts(page, () => expectRoom(page, `${path} without its fonts`, [size]));
  // Colours are the same at every width: a phone reads them in the dark alone.
  const faults = await (isWide ? unreadableInBoth(page) : unreadableInTheDark(page));
  if (total > MOST_SHIFT) faults.push(`jumps by ${total.toFixed(3)} (${where.join('; ')})`);
  return faults.map((fault) => `${path}: ${fault}`);
}

/**
 * Opens every station in a window of a size, in words half as long again: they break nothing, and none escapes the catalogue. What
 * holds in them holds in shorter ones.
 */
export function tryEveryStation(name: string, viewport: typeof DESK) {
  const farm = useFarm();
  const isWide = viewport === DESK;

  for (const walk of WALKS)
    test(`${walk[0]} and on, on a ${name}: nothing jumps or is cut off, everyone can read it, no word escapes the catalogue`, async ({
      page,
    }) => {
      const errors: string[] = [];
      page.on('pageerror', (error) => errors.push(error.message));
      page.on('console', (message) => message.type() === 'error' && errors.push(message.text()));
      await watchShifts(page);
      await page.setViewportSize(viewport);
      await letIn(page.context(), 'ines');
      await inAccents(page, farm.base());
      const faults: string[] = [];
      const escaped = await strays(farm.db(), page, async (look) => {
        for (const path of walk) {
          faults.push(...(await faultsOf(page, path, isWide)));
          await look(path);
        }
      });
      expect([...faults, ...escaped, ...errors]).toEqual([]);
    });
}
