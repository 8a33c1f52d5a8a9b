import { addDays } from '../../src/core/quantity/days';
import { DESK, expect, job, PHONE, setDay, signIn, test, today, useFarm } from './help';

const { db } = useFarm();

test('a trial: begun in the office, measured on the round with a phone, decided and kept as the recipe', async ({
  page,
  browser,
}) => {
  await page.setViewportSize(DESK);
  await signIn(page, 'ines');
  await page.goto('/beds');
  await page.getByRole('link', { name: 'Trials' }).click();
  await page.getByRole('button', { name: 'Begin a trial' }).click();
  await page.getByRole('group', { name: 'Beds' }).getByRole('button', { name: 'R4' }).click();
  const form = page.locator('form');
  await form.getByLabel('What is to be found out').fill('Is mizuna sown denser heavier a plant?');
  await form.getByLabel('Name', { exact: true }).first().fill('as usual');
  await form.getByLabel('Blocks in each bed').fill('3');
  // An arm without a name is asked for beside it, and nothing is lost.
  await form.getByRole('button', { name: 'Draw the places and begin' }).click();
  await expect(form.getByText('Name: give it first')).toBeVisible();
  await form.getByLabel('Name', { exact: true }).nth(1).fill('wider');
  for (const i of [0, 1]) {
    await form.getByLabel('Crop', { exact: true }).nth(i).click();
    await page.getByRole('option', { name: 'Mizuna' }).click();
  }
  await form.getByLabel('Plants (if any)').nth(1).fill('60');
  await form.getByRole('button', { name: 'Draw the places and begin' }).click();
  await expect(page.getByText(/T-3 is begun with 6 plots/)).toBeVisible();
  await expect(page.getByTestId('T-3-verdict')).toContainText('Not yet');
  await page.goto('/beds');
  await expect(page.getByRole('link', { name: /^trial T-3: Is mizuna/ })).toBeVisible();

  const phone = await (await browser.newContext({ viewport: PHONE, baseURL: new URL(page.url()).origin })).newPage();
  await signIn(phone, 'bram');
  await phone.goto('/round');
  await job(phone, 'Measure T-3', '6 plots').click();
  const dialog = phone.getByRole('dialog');
  const plots = dialog.getByLabel(/block \d/);
  await expect(plots).toHaveCount(6);
  for (const [i, plot] of (await plots.all()).entries()) {
    const label = await plot.evaluate((e) => (e as HTMLInputElement).labels?.[0]?.textContent ?? '');
    await plot.fill(String((/: A/.test(label) ? 30 : 44) + (i % 3)));
  }
  await dialog.getByRole('button', { name: 'Measured' }).click();
  await expect(dialog).toBeHidden();
  await expect(phone.getByText(/Measure T-3: T-3: 6 plots measured/)).toBeVisible();

  await page.goto('/beds/trials');
  await expect(page.getByTestId('T-3-verdict')).toContainText(/B \(wider\) did best: 1\d g a plant more than A/);
  const sheet = page.getByTestId('T-3');
  await sheet.getByRole('button', { name: 'Decide it' }).click();
  await sheet.getByLabel(/Keep its spacing/).click();
  await page.getByRole('option', { name: /the farm grows it so/ }).click();
  await sheet.getByRole('button', { name: 'Decide', exact: true }).click();
  await expect(page.getByText(/Mizuna is grown so from now on: plants a m² 60/)).toBeVisible();
  const { rows } = await db().raw(`select params ->> 'finalPerM2' as per from crop where code = 'mizuna'`);
  expect(rows[0].per).toBe('60');
  await phone.context().close();
});

// Last in the file: days go by.
test('a heat week: read by hand, told with what it costs, seen in Market, and what is ripe picked early', async ({
  page,
}) => {
  await page.setViewportSize(DESK);
  await signIn(page, 'ines');
  await page.goto('/market');
  const lettuce = page.getByRole('row', { name: /^Butterhead lettuce/ }).first();
  const before = await lettuce.innerText();
  await page.goto('/beds/weather');
  await expect(page.getByRole('heading', { name: 'Weather ahead' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'What heat has done already' })).toBeHidden();
  for (let i = 0; i < 3; i++) {
    await page.goto('/round');
    await page.keyboard.press('l');
    const line = page.getByLabel('Log line', { exact: true });
    await line.fill('heron air 32');
    await expect(page.locator('#log-meaning')).toContainText('Heron loop: air temperature 32.0 °C');
    await line.press('Enter');
    await expect(page.locator('#log-meaning')).toContainText('Recorded');
    setDay(addDays(today(), 1));
  }
  await page.goto('/beds/weather');
  const happened = page.getByRole('listitem').filter({ hasText: /R1: Butterhead lettuce .* more heat than it bears/ });
  await expect(happened.first()).toContainText(/about \d+ % will have bolted by its pick; pick the ripest now/);
  await page.goto('/market');
  await expect(lettuce).toBeVisible();
  expect(await lettuce.innerText()).not.toBe(before);

  await page.goto('/beds/weather');
  await happened.first().getByRole('link').click();
  await page.getByRole('button', { name: 'Pick', exact: true }).first().click();
  await page.getByLabel('Pieces picked and packed').fill('20');
  await page.getByRole('button', { name: 'Picked', exact: true }).click();
  const yes = page.getByLabel('Yes, that is right');
  await expect
    .poll(async () => (await yes.isVisible()) || (await page.getByText(/Packed as PP-/).isVisible()))
    .toBe(true);
  if (await yes.isVisible()) {
    await yes.check();
    await page.getByRole('button', { name: 'Picked', exact: true }).click();
  }
  await expect(page.getByText(/Packed as PP-/).first()).toBeVisible();
});
