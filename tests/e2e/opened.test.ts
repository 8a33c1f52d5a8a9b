import type { Page } from '@playwright/test';
import { expect, PHONE, letIn, ready, test, useFarm } from './help';
import { unreadable } from './look';

useFarm();

async function openGrid(page: Page) {
  await page
    .getByRole('button', { name: /^Sort or search/ })
    .first()
    .click();
  await expect(page.getByRole('grid')).toBeVisible();
}

/** What can be opened, and how. */
const OPENED: [what: string, path: string, open: (page: Page) => Promise<void>][] = [
  ['a job', '/round', (p) => p.locator('button[data-job]').first().click()],
  ['the list of keys', '/round', (p) => p.keyboard.press('?')],
  ['the day picker', '/round', (p) => p.keyboard.press('d')],
  ['the log line', '/round', (p) => p.keyboard.press('l')],
  ['a why', '/cohorts/life', (p) => p.locator('#main button[title^="Why"]').first().click()],
  [
    'preferences',
    '/round',
    (p) =>
      p
        .getByRole('button', { name: /units, light and dark/ })
        .first()
        .click(),
  ],
  ['moving fish', '/cohorts/HSB-31', (p) => p.getByRole('button', { name: 'Move', exact: true }).first().click()],
  ['a menu', '/market/new', (p) => p.getByRole('combobox', { name: 'Customer' }).click()],
  [
    'the calendar',
    '/market/new',
    async (p) => {
      await p.getByRole('button', { name: 'Choose in a calendar' }).click();
      await expect(p.getByRole('grid')).toBeVisible();
    },
  ],
  ['a table over the whole window', '/cohorts', openGrid],
  [
    'a menu of its columns',
    '/cohorts',
    async (p) => {
      await openGrid(p);
      await p.getByRole('columnheader').first().hover();
      await p.getByRole('columnheader').first().getByRole('button', { name: /menu/i }).click();
      await expect(p.getByRole('menu')).toBeVisible();
    },
  ],
  ['what else of a person', '/farm/people', (p) => p.getByRole('button', { name: 'More for Bram Tolle' }).click()],
  ['putting a crop away', '/farm/crops', (p) => p.getByRole('button', { name: /^Put .* away$/ }).click()],
  [
    'making fillets',
    '/market',
    (p) =>
      p
        .getByRole('button', { name: /^Make something of/ })
        .first()
        .click(),
  ],
  ['the list of sums', '/sums', (p) => p.getByRole('combobox').first().click()],
];

const HALVES = [OPENED.slice(0, 8), OPENED.slice(8)];

for (const scheme of ['light', 'dark'] as const)
  for (const half of HALVES)
    test(`what opens over a page is readable by everyone too, ${scheme}: ${half[0]![0]} and on`, async ({ page }) => {
      await page.emulateMedia({ colorScheme: scheme, reducedMotion: 'reduce' });
      await letIn(page.context(), 'ines');
      const faults: string[] = [];
      for (const [what, path, open] of half) {
        await page.goto(path);
        await ready(page);
        await open(page);
        await expect(
          page
            .locator(
              '[role="dialog"]:visible, [role="listbox"]:visible, [role="menu"]:visible, input:focus, form:visible',
            )
            .first(),
        ).toBeVisible();
        faults.push(...(await unreadable(page, { over: true })).map((fault) => `${what}: ${fault}`));
      }
      expect(faults).toEqual([]);
    });

for (const scheme of ['light', 'dark'] as const)
  test(`more stations on a phone are readable, ${scheme}`, async ({ page }) => {
    await page.emulateMedia({ colorScheme: scheme, reducedMotion: 'reduce' });
    await letIn(page.context(), 'ines');
    await page.setViewportSize(PHONE);
    await page.goto('/round');
    await ready(page);
    await page.getByRole('button', { name: 'More', exact: true }).click();
    await expect(page.getByRole('navigation', { name: 'More stations' })).toBeVisible();
    expect(await unreadable(page)).toEqual([]);
  });
