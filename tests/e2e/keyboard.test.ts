import type { Page } from '@playwright/test';
import { expect, PASSWORD, test, useFarm } from './help';

useFarm();

const focused = (page: Page) =>
  page.evaluate(() => document.activeElement?.getAttribute('data-handle') ?? document.activeElement?.textContent ?? '');

/** Presses a key until what is focused says so; few presses are the point. */
async function pressUntil(page: Page, key: string, wanted: RegExp, most: number) {
  for (let n = 0; n < most; n++) {
    if (wanted.test(await focused(page))) return;
    await page.keyboard.press(key);
  }
  expect(await focused(page)).toMatch(wanted);
}

test('without a mouse: signed in, a harvest slid on Season, what it means read, the draft kept, a day typed', async ({
  page,
}) => {
  await page.goto('/sign-in');
  await expect(page.getByLabel('Name', { exact: true })).toBeFocused();
  await page.keyboard.type('ines');
  await page.keyboard.press('Tab');
  await page.keyboard.type(PASSWORD);
  await page.keyboard.press('Enter');
  await page.waitForURL('**/round');
  await page.locator('html[data-keys="on"]').waitFor();
  await page.keyboard.press('7');
  await page.waitForURL('**/season');
  await expect(page.getByRole('heading', { name: 'Season', level: 1 })).toBeVisible();
  // Past rail and dial in two presses, and the whole board is one stop of the Tab key.
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  await page.keyboard.press('Tab');
  expect(await focused(page)).toBe('To the work');
  await page.keyboard.press('Enter');
  await pressUntil(page, 'Tab', /^(harvest|move|stock|sow):/, 6);
  await pressUntil(page, 'ArrowDown', /^harvest:TRT-31/, 60);
  for (let day = 0; day < 3; day++) await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('heading', { name: /^Draft: harvest TRT-31 3 days later/ })).toBeVisible();
  await page.keyboard.press('Enter');
  expect(await focused(page)).toBe('Keep draft');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('status').getByText(/^Kept/)).toBeVisible();
  await page.keyboard.press('d');
  await expect(page.getByLabel('Day that every screen shows')).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('type the day that is to be shown');
});
