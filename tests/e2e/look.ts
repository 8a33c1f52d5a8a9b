import axe from 'axe-core';
import { expect, type Page } from '@playwright/test';

/** A laptop at 150 and 200 %, and the narrowest phone. */
const NARROWER = [
  { width: 853, height: 533 },
  { width: 640, height: 400 },
  { width: 320, height: 640 },
];

/** What lies over a page, where something does: the page itself is read without it. */
const OVER = '[role="dialog"], [role="listbox"], [role="menu"], [role="grid"]';

/**
 * What not everyone can read or use, by the rules of WCAG 2 A and AA.
 * @param only one rule alone @param over only what lies over the page
 * @returns a line for each fault: the rule and where
 */
export async function unreadable(page: Page, { only, over = false }: { only?: string; over?: boolean } = {}) {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source);
  return page.evaluate(
    async ({ only, within }) => {
      const run = (window as unknown as { axe: typeof axe }).axe.run;
      const shown = within ? [...document.querySelectorAll(within)].filter((e) => e.getClientRects().length > 0) : [];
      const { violations } = await run(shown.length > 0 ? (shown as HTMLElement[]) : document, {
        runOnly: only ? { type: 'rule', values: [only] } : { type: 'tag', values: ['wcag2a', 'wcag2aa'] },
        resultTypes: ['violations'],
      });
      return violations.map((v) => `${v.id} ${v.nodes[0]?.target}`);
    },
    { only, within: over ? OVER : null },
  );
}

export const widerThanScreen = (page: Page) =>
  page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);

/** Nothing is wider than the screen in windows of these sizes. Leaves the window as it was. */
export async function expectRoom(page: Page, what: string, sizes = NARROWER) {
  const before = page.viewportSize()!;
  for (const size of sizes) {
    await page.setViewportSize(size);
    const message = `${what} scrolls sideways at ${size.width} px`;
    await expect.poll(() => widerThanScreen(page), { message }).toBeLessThanOrEqual(0);
  }
  await page.setViewportSize(before);
}

/** Without fading, so that no colour is caught half way. */
async function inScheme(page: Page, colorScheme: 'light' | 'dark') {
  await page.emulateMedia({ colorScheme, reducedMotion: 'reduce' });
  await expect(page.locator('html')).toHaveAttribute('data-scheme', colorScheme);
}

/** Colours in the dark, then everything in the light. @returns the faults */
export async function unreadableInBoth(page: Page): Promise<string[]> {
  await inScheme(page, 'dark');
  const dark = await unreadable(page, { only: 'color-contrast' });
  await inScheme(page, 'light');
  return [...dark.map((fault) => `in the dark: ${fault}`), ...(await unreadable(page))];
}

/** Everything in the dark. @returns the faults */
export async function unreadableInTheDark(page: Page): Promise<string[]> {
  await inScheme(page, 'dark');
  return (await unreadable(page)).map((fault) => `in the dark: ${fault}`);
}

/** What everyone must be able to read, also before they are signed in: both schemes, and no width to scroll. */
export async function expectReadable(page: Page, what: string) {
  await expectRoom(page, what);
  expect(await unreadableInBoth(page), what).toEqual([]);
}

interface Shifts {
  total: number;
  where: string[];
}

/** From now on each page counts how far it jumps while it comes, by the browser’s own count. */
export async function watchShifts(page: Page) {
  await page.addInitScript(() => {
    const seen = { total: 0, where: [] as string[] };
    Object.assign(window, { shifts: seen });
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries() as (PerformanceEntry & {
        value: number;
        hadRecentInput: boolean;
        sources: { node?: Node }[];
      })[]) {
        if (entry.hadRecentInput) continue;
        seen.total += entry.value;
        seen.where.push(
          `${entry.value.toFixed(3)} ${entry.sources.map((s) => (s.node as Element)?.className ?? '').join(' ')}`,
        );
      }
    }).observe({ type: 'layout-shift', buffered: true });
  });
}

export const shifts = (page: Page) => page.evaluate(() => (window as unknown as { shifts: Shifts }).shifts);
