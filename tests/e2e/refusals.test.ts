import { addDays } from '../../src/core/quantity/days';
import { hashPassword } from '../../src/db/people';
import { newId } from '../../src/db/plan';
import { DESK, expect, job, PHONE, signIn, slide, test, today, useFarm, listening } from './help';

const { db, base } = useFarm();

test('the day dial shifts every screen, to the past as recorded and to the future as forecast', async ({ page }) => {
  await signIn(page, 'ines');
  await page.keyboard.press(']');
  await expect(page.getByText(/^Forecast for/)).toBeVisible();
  await page.keyboard.press('2');
  await page.waitForURL('**/cohorts?day=*');
  await expect(page.getByText(/^Forecast for/)).toBeVisible();
  await page.keyboard.press('\\');
  await expect(page.getByText(/^Forecast for/)).toBeHidden();
  // Pressed faster than screens arrive, every press still counts.
  for (let presses = 0; presses < 3; presses++) await page.keyboard.press(']');
  await page.waitForURL(`**/cohorts?day=${addDays(today(), 3)}`);
  await page.keyboard.press('\\');
  await expect(page.getByText(/^Forecast for/)).toBeHidden();
  await page.keyboard.press('[');
  await expect(page.getByText(/^As recorded on/)).toBeVisible();
  await page.goto(`/round?day=${addDays(today(), -20)}`);
  await expect(page.getByText(/jobs recorded/)).toBeVisible();
  await page.goto('/round?day=2026-02-31');
  await expect(page.getByText(/jobs ·/)).toBeVisible();
  await page.goto('/round?day=9999-99-99%27;drop');
  await expect(page.getByText(/jobs ·/)).toBeVisible();
});

test('the log line says what it understood before it records, and takes it back', async ({ page }) => {
  await signIn(page, 'bram');
  await page.keyboard.press('l');
  const line = page.getByLabel('Log line', { exact: true });
  await expect(line).toBeFocused();
  for (const [text, answer] of [
    ['Z9 dead 4', /There is no place or loop “Z9”/],
    ['H6 dead 99999', /99,999 cannot have died/],
    ['H6 weigh 0.5', /Check the unit/],
    ['heron ph 14', /pH 14 is outside 3 to 11/],
    [`H6 dead ${'9'.repeat(450)}`, /at most 400/],
  ] as const) {
    await line.fill(text);
    await expect(page.locator('#log-meaning')).toContainText(answer);
    await line.press('Enter');
    await expect(line).toHaveValue(text);
  }
  const count = async () =>
    (
      await db().raw(
        `select b.count from balance b join place p on p.id = b.place_id join lot l on l.id = b.lot_id where p.code = 'H6' and b.count > 0`,
      )
    ).rows[0].count;
  const before = await count();
  await line.fill('H6 dead 3');
  await expect(page.locator('#log-meaning')).toContainText(/3 dead from HSB-\d+ in H6/);
  await line.press('Enter');
  await expect(page.locator('#log-meaning')).toContainText('Recorded: 3 dead');
  expect(await count()).toBe(before - 3);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('#log-meaning')).toContainText('Undone');
  expect(await count()).toBe(before);
});

test('bad input is answered beside the field and nothing typed is lost', async ({ page }) => {
  await page.setViewportSize(PHONE);
  await signIn(page, 'tess');
  await job(page, 'Feed', 'HSB').first().click();
  const dialog = page.getByRole('dialog');
  const feed = dialog.getByLabel('Total for the day');
  for (const [typed, answer] of [
    ['-2', /must be more than 0/],
    ['abc', /“abc” is not a number/],
    ['9999', /check the unit/],
    ['', /give it first/],
  ] as const) {
    await feed.fill(typed);
    await dialog.getByRole('button', { name: 'Fed' }).click();
    await expect(dialog.getByText(answer)).toBeVisible();
    await expect(feed).toHaveValue(typed);
  }
  await dialog.getByRole('button', { name: 'Not now' }).click();
  await page.goto(`/round?day=${addDays(today(), 3)}`);
  await page.locator('button[data-job]').first().click();
  await expect(page.getByRole('dialog').getByText(/This day has not come yet/)).toBeVisible();
});

test('the same job from two phones: the second is told who did it, and it is recorded once', async ({
  page,
  browser,
}) => {
  await signIn(page, 'tess');
  const other = await (await browser.newContext({ viewport: PHONE, baseURL: base() })).newPage();
  await signIn(other, 'joram');
  for (const each of [page, other]) await job(each, 'Feed', 'HSB-33').first().click();
  await page.getByRole('dialog').getByRole('button', { name: 'Fed' }).dblclick();
  await expect(page.getByRole('dialog')).toBeHidden();
  await other.getByRole('dialog').getByRole('button', { name: 'Fed' }).click();
  await expect(other.getByRole('dialog').getByRole('alert')).toContainText('Tess Arbell has already done this job');
  const { rows } = await db().raw(
    `select count(distinct left(m.entry_key, 36)) as n from feeding f join movement m on m.id = f.movement_id join lot l on l.id = f.lot_id where l.code = 'HSB-33' and m.farm_day = ?`,
    [today()],
  );
  expect(rows[0].n).toBe(1);
  await other.context().close();
});

test('a draft built on a plan that changed is refused in words, and the plan stays as it is', async ({
  page,
  browser,
}) => {
  await signIn(page, 'ines');
  const other = await (await browser.newContext({ viewport: DESK, baseURL: base() })).newPage();
  await signIn(other, 'ines');
  for (const each of [page, other]) await each.goto('/season');
  const handle = (each: typeof page) => each.locator('[data-handle="harvest:HSB-32"]').last();
  await slide(page, handle(page), 2);
  await listening(handle(other));
  await handle(other).focus();
  await other.keyboard.press('ArrowRight');
  for (const each of [page, other]) await expect(each.getByRole('region', { name: 'Draft' })).toBeVisible();
  await page.getByRole('button', { name: 'Keep draft' }).click();
  await expect(page.getByRole('region', { name: 'Draft' })).toBeHidden();
  await other.getByRole('button', { name: 'Keep draft' }).click();
  await expect(
    other.getByRole('alert').filter({ hasText: 'The plan has changed since this draft was begun' }),
  ).toBeVisible();
  await other.getByRole('button', { name: 'Discard' }).click();
  await other.context().close();
});

test('a draft on Season survives a reload and leaving, and what was discarded stays gone', async ({ page }) => {
  await signIn(page, 'ines');
  await page.goto('/season');
  await slide(page, page.locator('[data-handle="harvest:HSB-32"]').last(), 2);
  await expect(page.getByRole('region', { name: 'Draft' })).toBeVisible();
  await page.goto('/market');
  await page.goto('/season');
  await expect(page.getByText('Your draft from before is on the board again.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Draft' })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('region', { name: 'Draft' })).toBeVisible();
  await page.getByRole('button', { name: 'Discard' }).click();
  await page.reload();
  await expect(page.locator('[data-handle="harvest:HSB-32"]').last()).toBeVisible();
  await expect(page.getByRole('region', { name: 'Draft' })).toBeHidden();
});

test('another farm’s fish and orders are not there for you', async ({ page }) => {
  const farmId = newId();
  const personId = newId();
  await db()('farm').insert({ farm_id: farmId, name: 'Elsewhere', time_zone: 'UTC', currency: 'EUR' });
  await db()('person').insert({
    farm_id: farmId,
    id: personId,
    name: 'Else Where',
    sign_in_name: `else-${personId.slice(0, 8)}`,
    role: 'manager',
    password_hash: await hashPassword('elsewhere'),
  });
  const order = await db()('sales_order').whereNot({ farm_id: farmId }).first('id');
  await signIn(page, `else-${personId.slice(0, 8)}`, 'elsewhere');
  await expect(page.getByText('Nothing is due on this day.')).toBeVisible();
  for (const path of ['/cohorts/HSB-33', `/market/orders/${order.id}`]) {
    await page.goto(path);
    await expect(page.getByRole('heading', { name: 'Not on this farm' })).toBeVisible();
  }
  await page.goto('/cohorts');
  await expect(page.getByText(/No fish are in any tank/)).toBeVisible();
});

test('a hand cannot keep drafts or take orders; nobody gets in without signing in', async ({ page }) => {
  await signIn(page, 'bram');
  await page.goto('/season');
  const handle = page.locator('[data-handle="harvest:HSB-32"]').first();
  await listening(handle);
  await handle.focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText('Only a manager keeps drafts')).toBeVisible();
  await page.context().clearCookies();
  await page.goto('/round');
  await page.waitForURL('**/sign-in');
  await page.getByLabel('Name', { exact: true }).fill('bram');
  await page.getByLabel('Password').fill('wrong');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByText('Name and password do not go together.')).toBeVisible();
});
