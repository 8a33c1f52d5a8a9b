import type { Page } from '@playwright/test';
import { addDays } from '../../src/core/quantity/days';
import { CODE, found, PASSWORD, printCode } from './founding';
import { choose, DESK, doJob, expect, job, PHONE, ready, signIn, test, today, useFarm } from './help';

const { db, base } = useFarm();
async function add(page: Page, line: string) {
  await page.getByLabel('Add', { exact: true }).fill(line);
  await page.getByLabel('Add', { exact: true }).press('Enter');
  await expect(page.getByLabel('Add', { exact: true })).toHaveValue('');
}

/** Types a row of a table by the names of its columns. */
async function row(page: Page, n: number, cells: Record<string, string>) {
  for (const [column, text] of Object.entries(cells))
    await page.getByLabel(`${column}, row ${n}`, { exact: true }).fill(text);
}

async function recordTable(page: Page, what: string, words: RegExp) {
  await page.getByRole('button', { name: /^Record \d/ }).click();
  await expect(page.getByText(words).first(), what).toBeVisible();
}

test('a farm of one’s own, from nothing to its first round and first promise; it sees nothing of the other farm', async ({
  page,
}) => {
  await printCode(db());
  await page.setViewportSize(DESK);
  await found(page, 'Sedge Yard', 'anka');
  await page.waitForURL('**/set-up');
  await page.getByRole('button', { name: /^Nothing/ }).click();
  await page.getByRole('button', { name: 'Add a loop' }).click();
  await page.getByLabel('Fish you keep').fill('Nile');
  await page.getByRole('option', { name: 'Nile tilapia' }).click();
  await page.getByLabel('Add', { exact: true }).fill('4 tanks');
  await page.getByLabel('Add', { exact: true }).press('Enter');
  await expect(page.getByText(/Say how much water it holds/)).toBeVisible();
  for (const line of ['4 tanks of 3 m³ named H1–H4', 'sump of 3 m³', '2 blowers 200 W', 'pump 12 m³/h 300 W'])
    await add(page, line);
  // What is missing is said with its reason, and one press mends it.
  await page.getByRole('button', { name: 'On to Beds' }).click();
  await add(page, '2 beds of 20 rafts of 30 holes, 12 × 1.2 m');
  await expect(page.getByText('Places in all').locator('..')).toContainText('1,200');
  await page.getByRole('button', { name: 'Back to Water' }).click();
  await page.getByRole('button', { name: 'add a settler' }).click();
  await expect(page.getByText(/clog their roots/)).toBeHidden();
  await page.getByRole('button', { name: 'On to Beds' }).click();
  await page.getByRole('button', { name: 'add 20 trays' }).click();
  await page.getByLabel('Crops you grow').fill('Butterhead');
  await page.getByRole('option', { name: 'Butterhead lettuce', exact: true }).click();
  await expect(page.getByText(/^saved/)).toBeVisible();
  // Left and come back: everything is still there.
  await page.reload();
  await page.locator('header').getByText('Beds', { exact: true }).click();
  await expect(page.getByText('R1, R2')).toBeVisible();
  await page.getByRole('button', { name: 'On to Purge, stores' }).click();
  for (const line of ['cold room', 'feed store', 'seed store', 'purge tank of 2 m³']) await add(page, line);
  await page.getByRole('button', { name: 'On to People' }).click();
  await expect(page.getByText(/No quarantine/)).toBeVisible();
  await page.getByRole('button', { name: 'Open the farm' }).click();
  await page.waitForURL('**/farm/today');
  await ready(page);
  await row(page, 1, { Tank: 'h1', Species: 'Nile tilapia', 'How many': '200', 'Mean weight': '180' });
  await recordTable(page, 'fish', /1 lot of fish is in the books\./);
  await page.goto('/farm/today?what=feed');
  await row(page, 1, { 'For which fish': 'Nile tilapia', Weight: '120' });
  await recordTable(page, 'feed', /1 lot of feed is in the books\./);
  await page.goto('/farm/today?what=prices');
  await row(page, 1, { Product: 'Butterhead lettuce', Price: '1.40' });
  await recordTable(page, 'prices', /1 price holds/);
  await page.goto('/farm/today?what=customers');
  await row(page, 1, { Customer: 'Harbour kitchen', 'Sales channel': 'restaurant' });
  await recordTable(page, 'customers', /1 customer is known/);

  await page.goto('/round');
  await expect(job(page, 'Feed', 'H1').first()).toBeVisible();
  await doJob(page, 'Feed', 'H1', {}, 'Fed');
  await page.goto('/market/new');
  await choose(page, 'Customer', /Harbour kitchen/);
  await page.getByLabel('To be delivered on').fill(addDays(today(), 60).split('-').reverse().join('/'));
  await choose(page, 'Product', /Butterhead lettuce/);
  await page.getByLabel('Quantity').fill('20');
  await page.getByRole('button', { name: 'Take the order' }).click();
  // Nothing is planned to be picked by then: it asks, and is taken all the same.
  await page.getByLabel('Yes, that is right').check();
  await page.getByRole('button', { name: 'Take the order' }).click();
  await page.waitForURL('**/market/orders/**');
  await expect(page.getByText(/O-1001/).first()).toBeVisible();
  for (const path of ['/cohorts', '/market', '/farm/places', '/farm/people', '/farm/customers']) {
    await page.goto(path);
    await expect(page.locator('main')).not.toContainText(/Ines|Orrinbridge|K6|HSB-/);
  }
});

test('from a starting shape on a phone: running, with stock and a first plan, in under 60 presses and entries', async ({
  page,
}) => {
  await printCode(db());
  await page.setViewportSize(PHONE);
  let steps = 0;
  const press = async (name: string | RegExp) => {
    steps += 1;
    await page.getByRole('button', { name }).first().click();
  };
  await found(page, 'Sedge Loops', 'anka2');
  steps += 7;
  await page.waitForURL('**/set-up');
  await press(/Several small loops/);
  for (const next of ['On to Beds', 'On to Purge, stores', 'On to People', 'Open the farm']) await press(next);
  await page.waitForURL('**/farm/today');
  await ready(page);
  const type = async (n: number, cells: Record<string, string>) => {
    steps += Object.keys(cells).length;
    await row(page, n, cells);
  };
  await type(1, { Tank: 'T1', Species: 'Nile tilapia', 'How many': '150', 'Mean weight': '120' });
  await type(2, { Tank: 'T3', Species: 'Nile tilapia', 'How many': '100', 'Mean weight': '260' });
  await press(/^Record 2/);
  await expect(page.getByText(/2 lots of fish are in the books\./).first()).toBeVisible();
  steps += 1;
  await page.goto('/farm/today?what=plants');
  await type(1, {
    'Bed or nursery': 'R1',
    Crop: 'Butterhead lettuce',
    'How many': '144',
    'Sown on': addDays(today(), -40),
  });
  await press(/^Record 1/);
  await expect(page.getByText(/1 planting is in the books\./).first()).toBeVisible();
  await press(/^Plan the picking of/);
  await expect(page.getByText(/1 planting is in the plan/)).toBeVisible();
  steps += 1;
  await page.goto('/round');
  await expect(page.getByText(/jobs ·/)).toBeVisible();
  const wide = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
  expect(wide).toBeLessThanOrEqual(0);
  expect(steps).toBeLessThan(60);
});

test('a wrong code opens no farm, a weak password is refused, and a used code is used', async ({ page }) => {
  await printCode(db());
  const sent = (body: object) => page.request.post(`${base()}/api/farm`, { data: body });
  const habits = {
    name: 'Nowhere',
    latitude: 44,
    altitudeM: 100,
    timeZone: 'UTC',
    currency: 'EUR',
    locale: 'en-GB',
    units: { mass: 'metric', temperature: 'C' },
    firstWeekday: 1,
  };
  const who = { name: 'A', signInName: 'someone', password: PASSWORD, habits };
  expect((await sent({ ...who, code: 'WRNG-2345' })).status()).toBe(403);
  const weak = await (await sent({ ...who, code: CODE, password: 'password123' })).json();
  expect(weak.fields.password[0]).toMatch(/first that anyone would try/);
  const far = await (await sent({ ...who, code: CODE, habits: { ...habits, latitude: 200 } })).json();
  expect(far.fields['habits.latitude'][0]).toContain('−90');
  expect((await sent({ ...who, code: CODE })).status()).toBe(200);
  await page.context().clearCookies();
  expect((await sent({ ...who, code: CODE, signInName: 'another' })).status()).toBe(403);
});

test('a pasted table: good rows are recorded, faults stay in their cells, days that can be read in two ways are asked about', async ({
  page,
}) => {
  await signIn(page, 'ines');
  await page.goto('/farm/today?what=fish');
  await ready(page);
  const text = [
    'Place;Fish;Number;Weight (g);Date',
    'W1;Nile tilapia;25;80,5;04/05/2026',
    'X9;Nile tilapia;10;90;04/05/2026',
    'W1;dragon;4;;04/05/2026',
  ].join('\r\n');
  await page.getByLabel('Tank, row 1').evaluate((el, pasted) => {
    const data = new DataTransfer();
    data.setData('text', `\uFEFF${pasted}`);
    el.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
  }, text);
  await expect(page.getByText(/“X9” is not known here/)).toBeVisible();
  await expect(page.getByText(/“dragon” is not known here/)).toBeVisible();
  await expect(page.getByText(/Fill in Mean weight or mean length/)).toBeVisible();
  await expect(page.getByText(/can be read in two ways/)).toBeVisible();
  await page.getByRole('button', { name: /the day: 4\/5 is 4 May/ }).click();
  await page.getByRole('button', { name: 'Record 1 row' }).click();
  await expect(page.getByText(/1 lot of fish is in the books\./).first()).toBeVisible();
  await expect(page.getByLabel('Tank, row 1')).toHaveValue('X9');
  const { rows } = await db().raw(
    `select l.began_on, l.start_mean_g, m.count, p.code from movement m join lot l on l.farm_id = m.farm_id and l.id = m.lot_id join place p on p.farm_id = m.farm_id and p.id = m.to_place_id where m.reason = 'opening' and p.code = 'W1'`,
  );
  expect(rows).toMatchObject([{ began_on: '2026-05-04', start_mean_g: 80.5, count: 25, code: 'W1' }]);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect
    .poll(
      async () =>
        (
          await db().raw(
            `select coalesce(sum(count), 0)::int as n from balance b join place p on p.farm_id = b.farm_id and p.id = b.place_id join lot l on l.farm_id = b.farm_id and l.id = b.lot_id where p.code = 'W1' and l.began_on = '2026-05-04'`,
          )
        ).rows[0].n,
    )
    .toBe(0);
});

test('fillets of whole fish: a product more out of one supply, made of what lies packed, and put away again', async ({
  page,
}) => {
  await signIn(page, 'ines');
  await page.goto('/farm/products');
  await ready(page);
  await choose(page, 'Made of', /^Hybrid striped bass$/);
  const form = page.getByRole('region', { name: 'One supply, another product' });
  await form.getByLabel('For a kg it takes, kg').fill('0.5');
  await form.getByLabel('Name').fill('Bass fillet');
  await form.getByLabel('Price').fill('36');
  await form.getByRole('button', { name: 'Add the product' }).click();
  // Weight is never won: it says so where it was typed, and nothing is lost.
  await expect(form.getByText(/cannot be made of less than a kilogram/)).toBeVisible();
  await form.getByLabel('For a kg it takes, kg').fill('2.6');
  await form.getByRole('button', { name: 'Add the product' }).click();
  await expect(page.getByText(/Bass fillet can be promised from now on/)).toBeVisible();
  await page.goto('/market');
  await ready(page);
  await expect(page.getByRole('row', { name: /^Bass fillet kg/ })).toContainText('free');
  await page
    .getByRole('button', { name: /Make something of PF-/ })
    .first()
    .click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel(/^Made:/).fill('9999');
  await dialog.getByRole('button', { name: 'Pack it' }).click();
  await expect(dialog.getByText(/More came out than went in/)).toBeVisible();
  await dialog.getByLabel(/^Made:/).fill('0.5');
  await dialog.getByRole('button', { name: 'Pack it' }).click();
  await expect(page.getByText(/^Packed as PF-/)).toBeVisible();
  await page.goto('/farm/products');
  await ready(page);
  await page.getByRole('button', { name: 'Change Bass fillet' }).click();
  await page.getByRole('button', { name: 'Put Bass fillet away' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Put away', exact: true }).click();
  await expect(page.getByText(/^Put away: .*Bass fillet/)).toBeVisible();
});

test('a tank with fish is not retired before they have somewhere to go; an empty one is, and keeps its history', async ({
  page,
}) => {
  await signIn(page, 'ines');
  await page.goto('/farm/places');
  await page.getByRole('button', { name: 'Retire H6', exact: true }).click();
  await page.getByRole('button', { name: 'Yes, retire H6' }).click();
  await expect(
    page.getByText(/H6 holds [\d,]+ fish of HSB-\d+.*(has room for|Move them first|part them|harvest them)/),
  ).toBeVisible();
  await page.getByLabel('What there is').fill('tank of 2 m³ named W9 for wren');
  await page.getByLabel('What there is').press('Enter');
  await expect(page.getByText('1 part is on the farm.')).toBeVisible();
  await page.getByRole('button', { name: 'Retire W9', exact: true }).click();
  await page.getByRole('button', { name: 'Yes, retire W9' }).click();
  await expect(page.getByText(/W9 is retired from today on/)).toBeVisible();
  await expect(page.getByRole('row', { name: /W9/ })).toContainText('retired');
  await page.goto('/farm/changes');
  await expect(page.getByRole('row', { name: /W9.*retired on/ })).toBeVisible();
});

test('a bed is not made smaller than what grows in it', async ({ page }) => {
  await signIn(page, 'ines');
  await page.goto('/farm/places');
  await page.getByRole('button', { name: 'Change R1', exact: true }).click();
  const sheet = page.getByRole('region', { name: 'Change R1' });
  await sheet.getByLabel('Places for plants').fill('2');
  await sheet.getByLabel('Places of one piece').fill('1');
  await sheet.getByRole('button', { name: 'Keep' }).click();
  await expect(sheet.getByText(/R1 holds [\d,]+ plants; that is more than 2 places/)).toBeVisible();
});

test('a visitor is asked in by a link, reads records and writes nothing', async ({ page, browser }) => {
  await signIn(page, 'ines');
  await page.goto('/farm/people');
  await ready(page);
  await page.getByLabel('Name', { exact: true }).fill('Vet Odil');
  await choose(page, 'Works as', /visitor/);
  await page.getByRole('button', { name: 'Make a link' }).click();
  await expect(page.getByText(/Say until when a visitor may read/)).toBeVisible();
  await page.getByLabel('Visitor: until').fill(addDays(today(), 5).split('-').reverse().join('/'));
  await page.getByRole('button', { name: 'Make a link' }).click();
  const link = (await page.getByTestId('invite-link').textContent())!;
  const other = await browser.newContext({ viewport: DESK });
  const visitor = await other.newPage();
  await visitor.goto(new URL(new URL(link).pathname, base()).toString());
  await visitor.getByLabel('Sign-in name').fill('odil');
  await visitor.getByLabel('Password').fill('a book of fishes');
  await visitor.getByRole('button', { name: 'Join', exact: true }).click();
  await visitor.waitForURL('**/round');
  await visitor.goto(new URL('/cohorts/feed', base()).toString());
  await expect(visitor.getByText(/You read here as a visitor/).first()).toBeVisible();
  const refused = await visitor.request.post(new URL('/api/commands', base()).toString(), {
    data: { command: 'task.handover', version: 1, entryKey: crypto.randomUUID(), body: { words: 'I was here' } },
  });
  expect(refused.status()).toBe(403);
  // The link is used up.
  await visitor.goto(new URL(new URL(link).pathname, base()).toString());
  await expect(visitor.getByText(/This link is not open/)).toBeVisible();
  await other.close();
});
