import type { Knex } from 'knex';
import { DESK, expect, PHONE, ready, signIn, test, useFarm } from './help';
import { STATIONS } from './everyStation';

/** Names as they come in life: very long, without a space, from right to left; numbers of a farm a hundred times as large. */

const farm = useFarm();
const LONG = 'Donaudampfschifffahrtsgesellschaftskapitänskajütenküche';
const RIGHT_TO_LEFT = 'مطعم السمك الطازج';

async function rename(db: Knex) {
  await db.transaction(async (tx) => {
    await tx.raw(`set local app.upkeep = 'on'`);
    await tx.raw(`update customer set name = left(? || ' ' || name, 110)`, [LONG]);
    await tx.raw(`update customer set name = left(? || id::text, 60) where id = (select id from customer limit 1)`, [
      RIGHT_TO_LEFT,
    ]);
    await tx.raw(`update product set name = left(? || name, 80) where code = (select min(code) from product)`, [LONG]);
    await tx.raw(`update product set price_minor = 999999999 where code = (select max(code) from product)`);
    await tx.raw(`update person set name = left(? || name, 90) where sign_in_name = 'ines'`, [LONG]);
    await tx.raw(`update farm set name = left(? || name, 90)`, [LONG]);
  });
}

test('very long names, names from right to left and huge prices cut nothing off', async ({ page }) => {
  await rename(farm.db());
  await signIn(page, 'ines');
  const wide: string[] = [];
  for (const size of [DESK, PHONE, { width: 320, height: 640 }]) {
    await page.setViewportSize(size);
    for (const path of STATIONS) {
      await page.goto(path);
      await expect(page.locator('main h1').first()).toBeAttached();
      const over = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
      if (over > 0) wide.push(`${path} at ${size.width} px scrolls sideways by ${over} px`);
    }
  }
  expect(wide).toEqual([]);
});

test('the country whose numbers one is used to is chosen once, and holds on the next device too', async ({
  page,
  browser,
}) => {
  await signIn(page, 'mirel');
  await page.goto('/cohorts');
  await ready(page);
  await expect(page.locator('main')).toContainText(/\b\d\.\d kg/);
  await page
    .getByRole('button', { name: /units, light and dark/ })
    .first()
    .click();
  await page.getByRole('combobox', { name: 'Numbers, days and money' }).click();
  await page.getByRole('option', { name: 'Germany' }).click();
  await expect(page.locator('main')).toContainText(/\b\d,\d kg/);
  await expect(page.locator('main')).not.toContainText(/\b\d\.\d kg/);
  const other = await browser.newContext({ baseURL: farm.base() });
  const elsewhere = await other.newPage();
  await signIn(elsewhere, 'mirel');
  await elsewhere.goto('/cohorts');
  await expect(elsewhere.locator('main')).toContainText(/\b\d,\d kg/);
  await other.close();
});
