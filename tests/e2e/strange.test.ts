import type { Knex } from 'knex';
import { DESK, expect, letIn, PHONE, ready, signIn, test, useFarm } from './help';
import { STATIONS } from './everyStation';
import { widerThanScreen } from './look';

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
  await letIn(page.context(), 'ines');
  const wide: string[] = [];
  for (const path of STATIONS) {
    await page.goto(path);
    await expect(page.locator('main h1').first()).toBeAttached();
    await ready(page);
    for (const size of [DESK, PHONE, { width: 320, height: 640 }]) {
      await page.setViewportSize(size);
      const over = await widerThanScreen(page);
      if (over > 0) wide.push(`${path} at ${size.width} px scrolls sideways by ${over} px`);
    }
  }
  expect(wide).toEqual([]);
});

async function addOrders(db: Knex, count: number) {
  await db.transaction(async (tx) => {
    await tx.raw(`set local app.upkeep = 'on'`);
    const orders = `select farm_id, gen_random_uuid() as id, 'T-' || n as code, customer_id, due_day + (n % 40) as due_day
      from (select o.farm_id, o.customer_id, (select max(at)::date from order_event) as due_day from sales_order o limit 1) o,
        generate_series(1, :count) n`;
    await tx.raw(
      `with wanted as (${orders}),
         placed as (insert into sales_order (farm_id, id, code, entry_key, customer_id, due_day)
           select farm_id, id, code, gen_random_uuid()::text, customer_id, due_day from wanted returning farm_id, id),
         said as (insert into order_event (farm_id, order_id, kind, farm_day, at)
           select farm_id, id, 'placed', current_date - 4000, now() from placed)
       insert into order_line (farm_id, id, order_id, product_code, quantity, price_minor)
         select p.farm_id, gen_random_uuid(), p.id, (select min(code) from product where unit <> 'kg'), 1, 100 from placed p`,
      { count },
    );
  });
}

test('a thousand orders: every station still opens, nothing is wider than the screen, and one of them is found', async ({
  page,
}) => {
  await addOrders(farm.db(), 1000);
  await signIn(page, 'ines');
  for (const size of [DESK, PHONE]) {
    await page.setViewportSize(size);
    for (const path of ['/round', '/market', '/season']) {
      await page.goto(path);
      await expect(page.locator('main h1').first()).toBeAttached();
      const over = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
      expect(over, `${path} at ${size.width} px`).toBeLessThanOrEqual(0);
    }
  }
  await page.setViewportSize(DESK);
  await page.goto('/market');
  await ready(page);
  await expect(page.getByRole('link', { name: /^T-\d+$/ })).toHaveCount(1000);
  await page.getByRole('button', { name: 'Sort or search Orders' }).click();
  await page.getByRole('textbox', { name: 'Search' }).fill('T-777');
  await expect(page.getByRole('grid').getByText('T-777', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('grid').getByText('T-777', { exact: true })).toBeVisible();
});

test('without its fonts and its styles a page can still be read and a job recorded', async ({ page }) => {
  await signIn(page, 'ines');
  await page.route(/\.(woff2?|css)(\?|$)/, (route) => route.abort());
  await page.goto('/round');
  await ready(page);
  await page.locator('button[data-job]').first().click();
  await expect(page.getByRole('dialog').getByRole('button', { name: 'Record' })).toBeVisible();
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
