import { expect, signIn, test, useFarm } from './help';

/** From one station to the next, as the browser and the line see it. */
useFarm();

const heading = (name: RegExp | string) => ({ name, level: 1 }) as const;

test('from station to station only data is asked for; back and forward are as everywhere', async ({ page }) => {
  await signIn(page, 'ines');
  const asked: string[] = [];
  page.on('request', (r) => {
    if (['document', 'fetch', 'xhr'].includes(r.resourceType())) asked.push(new URL(r.url()).pathname);
  });
  await page
    .getByRole('link', { name: /^Market/ })
    .first()
    .click();
  await expect(page.getByRole('heading', heading('Market'))).toBeVisible();
  await page.waitForURL('**/market');
  await page.keyboard.press('4');
  await expect(page.getByRole('heading', heading('Beds'))).toBeVisible();
  expect(asked).toEqual(['/api/stations/market', '/api/stations/beds']);
  await page.goBack();
  await expect(page.getByRole('heading', heading('Market'))).toBeVisible();
  await expect(page).toHaveTitle('Market · Crop Cycle');
  await page.goBack();
  await expect(page.getByRole('heading', heading(/round$/))).toBeVisible();
  await page.goForward();
  await expect(page.getByRole('heading', heading('Market'))).toBeVisible();
  expect(new Set(asked)).toEqual(new Set(['/api/stations/market', '/api/stations/beds', '/api/stations/round']));
  // Opened anew it is drawn by the server, with the same.
  await page.reload();
  await expect(page.getByRole('heading', heading('Market'))).toBeVisible();
});

test('without a line what was opened before is shown with its time; the rest says why it does not open', async ({
  page,
  context,
}) => {
  await signIn(page, 'ines');
  await page.keyboard.press('5');
  // Its number is of the rail: Purge & pick.
  await expect(page.getByRole('heading', heading('Purge & pick'))).toBeVisible();
  await context.setOffline(true);
  await page.keyboard.press('1');
  await expect(page.getByRole('heading', heading(/round$/))).toBeVisible();
  await expect(page.getByText(/^No connection: this is as it was at \d/)).toBeVisible();
  await page.keyboard.press('7');
  await expect(page.getByText(/^No connection: that could not be opened/)).toBeVisible();
  await expect(page.getByRole('heading', heading(/round$/))).toBeVisible();
  await context.setOffline(false);
  await page.keyboard.press('7');
  await expect(page.getByRole('heading', heading('Season'))).toBeVisible();
  await expect(page.getByText(/^No connection/)).toBeHidden();
});
