import { addDays } from '../../src/core/quantity/days';
import { DESK, expect, signIn, test, today, useFarm, ready } from './help';

const { db } = useFarm();

test('a season of sowings: planned, laid on Season, kept, and its supply found in Market', async ({ page }) => {
  await page.setViewportSize(DESK);
  await signIn(page, 'ines');
  await page.goto('/beds');
  await ready(page);
  await page.getByRole('link', { name: 'Succession planner' }).click();
  // A search bounded by work finds the same on any machine.
  await page.goto('/beds/planner?nodes=20');
  await ready(page);
  await page.getByRole('button', { name: 'So much a week' }).click();
  const form = page.locator('form');
  // What is typed wrong stands beside its field, and nothing else is lost.
  await form.getByLabel('One crop at most, % of the room (if any)').fill('140');
  await form.getByRole('button', { name: 'Propose sowings' }).click();
  await expect(form.getByText('Over 0 and at most 100 %, or empty for no limit.')).toBeVisible();
  await form.getByLabel('One crop at most, % of the room (if any)').fill('60');
  for (const field of await form
    .getByRole('group', { name: /Wanted a week/ })
    .getByRole('textbox')
    .all())
    await field.fill('0');
  await form.getByLabel('Rocket').fill('30');
  await form.getByRole('button', { name: 'Propose sowings' }).click();

  const proposal = page.getByTestId('succession');
  const lay = proposal.getByRole('button', { name: 'See it on Season as a draft' });
  await expect(lay).toBeVisible({ timeout: 180_000 });
  await expect(proposal).toContainText(/\d+ sowings? · €/);
  await expect(proposal.getByTestId('together')).toContainText(/Heron|Kingfisher/);
  await expect(proposal.getByTestId('limits')).toContainText(/limit/);
  expect(await proposal.getByText(/^ROC-/).count()).toBeGreaterThan(0);

  // Nothing has changed yet.
  const planned = async () =>
    Number(
      (await db()('plan_step').where({ kind: 'sow', crop_code: 'rocket', state: 'planned' }).count('* as n'))[0]!.n,
    );
  const before = await planned();
  // What is sown now is cut weeks later, in the dark months the most.
  const market = `/market?day=${addDays(today(), 42)}`;
  await page.goto(market);
  await ready(page);
  const rocket = page.getByRole('row', { name: /^Rocket/ }).first();
  const free = await rocket.innerText();

  await page.goBack();
  await ready(page);
  await page.getByRole('button', { name: 'So much a week' }).click();
  // What was typed is still there.
  await expect(form.getByLabel('Rocket')).toHaveValue('30');
  await form.getByRole('button', { name: 'Propose sowings' }).click();
  await expect(lay).toBeVisible({ timeout: 180_000 });
  await lay.click();
  await page.waitForURL('**/season?draft=*');
  await expect(page.getByRole('heading', { name: /^Draft: Sowings from/ })).toBeVisible();
  await page.getByRole('button', { name: 'Keep draft' }).click();
  await expect(page.getByRole('region', { name: 'Draft' })).toBeHidden();
  expect(await planned()).toBeGreaterThan(before);
  await page.goto(market);
  await ready(page);
  await expect(rocket).toBeVisible();
  expect(await rocket.innerText()).not.toBe(free);
});
