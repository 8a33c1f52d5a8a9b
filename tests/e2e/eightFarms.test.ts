import type { Page } from '@playwright/test';
import { addDays } from '../../src/core/quantity/days';
import { found, printCode } from './founding';
import { choose, DESK, expect, ready, test, today, useFarm } from './help';

/** Eight farms as unlike each other as farms are, described through the screens in the words of people who have read no help. */
const { db } = useFarm();

interface Told {
  name: string;
  /** Done on the first step, before anything is said. */
  place?: (page: Page) => Promise<void>;
  loopKind?: string;
  fish: [typed: string, name: string];
  crop: [typed: string, name: string];
  water: string[];
  beds: string[];
  /** Said, and refused or marked in words. */
  strange?: [line: string, words: RegExp];
  /** Worked out by hand. */
  figures: [label: string | RegExp, value: string | RegExp][];
  more?: (page: Page) => Promise<void>;
}

const TILAPIA: Told['fish'] = ['Nile', 'Nile tilapia'];
const TROUT: Told['fish'] = ['Rainbow', 'Rainbow trout'];
const LETTUCE: Told['crop'] = ['Butterhead', 'Butterhead lettuce'];

const FARMS: Told[] = [
  {
    name: 'Lamp Cellar',
    ...{ fish: TILAPIA, crop: LETTUCE },
    water: ['4 tanks of 2 m³', 'pump 8 m³/h 200 W', '2 blowers 150 W'],
    beds: ['12 beds of 100 holes, 5 × 1 m, in the cellar', '24 lamps 1500 µmol/s 16 h a day over the cellar'],
    strange: ['3 zorps in the cellar', /is not understood|Say what there is|what .* is/i],
    figures: [
      ['Your tanks carry at most', '320 kg'], // 8 m³ × 40
      ['Places in all', '1,200'],
      ['Heads a year', '13,700'], // 1,200 × 365 ÷ 32
      [/when the pump stops/, '900 L'], // 60 m² × 15
    ],
    more: async (page) => {
      // 24 × 1,500 × 85 % ÷ 60 m² = 510 µmol; × 16 h = 29.4 mol.
      const cellar = page.getByRole('region', { name: 'Houses' });
      await expect(cellar).toContainText('29.4');
      await expect(cellar.getByLabel(/Lamp light/)).toHaveValue('510');
    },
  },
  {
    name: 'Roof Reach',
    ...{ fish: TILAPIA, crop: LETTUCE },
    water: ['3 tanks of 1 m³ on the roof', 'sump of 2 m³'],
    beds: ['4 beds of 100 holes, 6 × 1 m, on the roof'],
    strange: ['a raft bed of 0 holes', /0|nothing|From 1/],
    figures: [
      ['Weight on the roof', '10,200 kg'], // 3,000 L + 24 m² × 300 kg
      ['Your tanks carry at most', '120 kg'],
      [/when the pump stops/, '360 L'],
    ],
  },
  {
    name: 'South Field',
    place: async (page) => page.getByLabel(/^Latitude/).fill('-33'),
    ...{ fish: TILAPIA, crop: LETTUCE },
    water: ['2 ponds of 10 m³', 'pump 20 m³/h 550 W off at night'],
    beds: ['5 beds of 200 holes, 10 × 1.2 m, outside'],
    figures: [
      ['Places in all', '1,000'],
      ['Your tanks carry at most', '800 kg'],
      ['Electricity in all', '8.8 kWh'], // 550 W × 16 h
    ],
    more: async (page) =>
      expect(page.getByRole('region', { name: 'Houses' })).toContainText('the air and the light of outside'),
  },
  {
    name: 'Five Alike',
    ...{ fish: TILAPIA, crop: LETTUCE },
    water: ['2 tanks of 1 m³', 'pump 2 m³/h 40 W', '2 beds of 60 holes, 3 × 1 m', 'copy loop1 4 times'],
    beds: [],
    figures: [
      ['Places in all', '600'],
      ['Your tanks carry at most', '400 kg'],
      ['Electricity in all', '4.8 kWh'],
    ],
  },
  {
    name: 'Odd Turn',
    ...{ fish: TROUT, crop: LETTUCE },
    water: ['5 tanks of 4 m³ named T1–T5', 'drum filter 180 W, then a biofilter of 1 m³', 'pump 20 m³/h 750 W'],
    beds: ['2 beds of 300 holes, 12 × 1.2 m'],
    figures: [
      ['Your tanks carry at most', '800 kg'],
      ['Places in all', '600'],
      [/water through the tanks/, '1.0 × an hour'],
    ],
  },
  {
    name: 'Stone Beds',
    ...{ fish: TILAPIA, crop: LETTUCE },
    water: ['tank of 2 m³', 'pump 2 m³/h 60 W 15 on 45 off'],
    beds: ['6 media beds of 3 × 1 m'],
    figures: [
      [/filter for full tanks/, '4,500 L of 160 L'], // 18 m² × 25 cm; 80 kg × 2 L
      [/when the pump stops/, '1,440 L'], // 18 m² × 80
      ['Electricity in all', '0.4 kWh'], // 60 W × 24 h ÷ 4 = 0.36
    ],
  },
  {
    name: 'Tall Stand',
    ...{ fish: TILAPIA, crop: LETTUCE },
    water: ['6 tanks of 1 m³', 'sump of 3 m³'],
    beds: ['150 towers of 40', 'a 20 W pump at each of 150 towers'],
    figures: [
      ['Places in all', '6,000'],
      ['Electricity in all', '72.0 kWh'], // 150 × 20 W × 24 h
      ['Heads a year', '68,400'], // 6,000 × 365 ÷ 32
    ],
    more: async (page) => expect(page.locator('main')).toContainText(/tower/i),
  },
  {
    name: 'Two Waters',
    loopKind: 'two waters, minerals between',
    ...{ fish: TILAPIA, crop: LETTUCE },
    water: ['5 tanks of 2 m³', 'mineraliser of 1 m³', 'settler of 500 L'],
    beds: ['4 beds of 150 holes, 10 × 1 m'],
    strange: ['pump 30 hours a day', /24 hours/],
    figures: [
      ['Fish these beds can feed on', '150 kg'], // 40 m² × 45 g ÷ 1.2 %
      ['Your tanks carry at most', '400 kg'],
      ['Places in all', '600'],
    ],
  },
];

async function say(page: Page, line: string) {
  const field = page.getByLabel('Add', { exact: true });
  await field.fill(line);
  await field.press('Enter');
  await expect(field, line).toHaveValue('');
}

async function describeFarm(page: Page, farm: Told, signInName: string) {
  await printCode(db());
  await page.setViewportSize(DESK);
  await found(page, farm.name, signInName);
  await page.waitForURL('**/set-up');
  await page.getByRole('button', { name: /^Nothing/ }).click();
  await page.locator('header').getByText('Place and habits', { exact: true }).click();
  await farm.place?.(page);
  await page.locator('header').getByText('Water', { exact: true }).click();
  await page.getByRole('button', { name: 'Add a loop' }).click();
  if (farm.loopKind) await choose(page, 'How its water runs', farm.loopKind);
  await page.getByLabel('Fish you keep').fill(farm.fish[0]);
  await page.getByRole('option', { name: farm.fish[1], exact: true }).click();
  for (const line of farm.water) await say(page, line);
  await page.getByRole('button', { name: 'On to Beds' }).click();
  if (farm.strange) {
    const field = page.getByLabel('Add', { exact: true });
    await field.fill(farm.strange[0]);
    await field.press('Enter');
    await expect(page.locator('main')).toContainText(farm.strange[1]);
    await expect(field).toHaveValue(farm.strange[0]);
    await field.fill('');
  }
  for (const line of farm.beds) await say(page, line);
  await page.getByLabel('Crops you grow').fill(farm.crop[0]);
  await page.getByRole('option', { name: farm.crop[1], exact: true }).click();
  const follows = page.getByRole('region', { name: 'What follows from it' });
  for (const [label, value] of farm.figures)
    await expect(
      follows.locator('li').filter({ hasText: label }).first(),
      `${farm.name}: ${String(label)}`,
    ).toContainText(value);
  await farm.more?.(page);
  await expect(page.getByText(/^saved/)).toBeVisible();
  await page.locator('header').getByText('People', { exact: true }).click();
  await page.getByRole('button', { name: 'Open the farm' }).click();
  await page.waitForURL('**/farm/today');
  await ready(page);
}

async function row(page: Page, n: number, cells: Record<string, string>) {
  for (const [column, text] of Object.entries(cells))
    await page.getByLabel(`${column}, row ${n}`, { exact: true }).fill(text);
}

/** What is there, its harvests, and the first promise to a customer. */
async function live(page: Page, farm: Told, stock: { tank: string; count: number; g: number }[]) {
  for (const [i, s] of stock.entries())
    await row(page, i + 1, {
      ...{ Tank: s.tank, Species: farm.fish[1] },
      ...{ 'How many': String(s.count), 'Mean weight': String(s.g) },
    });
  await page.getByRole('button', { name: /^Record \d/ }).click();
  await expect(page.getByText(/lots? of fish (is|are) in the books\./).first()).toBeVisible();
  await page.reload();
  await ready(page);
  const plan = page.getByRole('region', { name: 'Fish without a harvest' });
  await plan.getByLabel(/^At each harvest/).fill('20');
  await plan.getByLabel(/^A harvest every/).fill('2');
  await plan.getByRole('button', { name: 'Plan them' }).click();
  const asked = plan.getByLabel('Yes, that is right');
  const done = plan.getByText(/harvests? (is|are) in the plan/);
  await expect(asked.or(done).first()).toBeVisible();
  if (await asked.isVisible()) {
    await asked.check();
    await plan.getByRole('button', { name: 'Plan them' }).click();
  }
  await expect(done).toBeVisible();
  await page.goto('/farm/today?what=prices');
  await row(page, 1, { Product: farm.fish[1], Price: '14' });
  await page.getByRole('button', { name: /^Record \d/ }).click();
  await expect(page.getByText(/1 price holds/).first()).toBeVisible();
  await page.goto('/farm/today?what=customers');
  await row(page, 1, { Customer: 'Harbour kitchen', 'Sales channel': 'restaurant' });
  await page.getByRole('button', { name: /^Record \d/ }).click();
  await expect(page.getByText(/1 customer is known/).first()).toBeVisible();
  await page.goto('/market/new');
  await choose(page, 'Customer', /Harbour kitchen/);
  await page.getByLabel('To be delivered on').fill(addDays(today(), 50).split('-').reverse().join('/'));
  await choose(page, 'Product', new RegExp(farm.fish[1]));
  await page.getByLabel('Quantity').fill('5');
  await page.getByRole('button', { name: 'Take the order' }).click();
  // Where no harvest comes just then it asks, and is taken all the same.
  const asked2 = page.getByLabel('Yes, that is right');
  await expect(asked2.or(page.getByText(/O-1001/)).first()).toBeVisible();
  if (await asked2.isVisible()) {
    await asked2.check();
    await page.getByRole('button', { name: 'Take the order' }).click();
  }
  await page.waitForURL('**/market/orders/**');
  await expect(page.getByText(/O-1001/).first()).toBeVisible();
  await page.goto('/round');
  await expect(page.getByText(/^Feed \d/).first()).toBeVisible();
}

const ALIVE: Record<string, { tank: string; count: number; g: number }[]> = {
  'Lamp Cellar': [
    { tank: 'T1', count: 120, g: 430 },
    { tank: 'T2', count: 120, g: 250 },
  ],
  'Odd Turn': [
    { tank: 'T1', count: 200, g: 300 },
    { tank: 'T2', count: 200, g: 220 },
    { tank: 'T3', count: 200, g: 30 },
  ],
  'Stone Beds': [{ tank: 'T1', count: 90, g: 440 }],
};

for (const [i, farm] of FARMS.entries())
  test(`${farm.name}: said back as it was said, with the figures worked out by hand`, async ({ page }) => {
    await describeFarm(page, farm, `owner${i + 1}`);
    const stock = ALIVE[farm.name];
    if (stock) await live(page, farm, stock);
    if (farm.name === 'Odd Turn') {
      await page.goto('/cohorts/loss');
      await expect(page.getByRole('region', { name: 'In step' })).toContainText(/nothing comes to market for/);
    }
    await page.goto('/farm/carries');
    for (const [label, value] of farm.figures)
      await expect(
        page.locator('main li').filter({ hasText: label }).first(),
        `${farm.name}, after: ${String(label)}`,
      ).toContainText(value);
  });
