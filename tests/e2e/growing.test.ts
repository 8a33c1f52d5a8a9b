import { addDays } from '../../src/core/quantity/days';
import { DESK, expect, PHONE, ready, setDay, signIn, test, today, useFarm } from './help';

const { db } = useFarm();

const onBench = async (code: string): Promise<number> => {
  const { rows } = await db().raw(
    `select b.count from balance b join lot l on l.id = b.lot_id join place p on p.id = b.place_id
     where l.code = ? and p.code = 'NB'`,
    [code],
  );
  return Number(rows[0]?.count ?? 0);
};

test('a hand finds aphids on a phone, with a photo; the round asks to look again, and it is gone', async ({ page }) => {
  await page.setViewportSize(PHONE);
  await signIn(page, 'bram');
  await page.goto('/beds/scouting');
  await ready(page);
  await page.getByRole('button', { name: 'Something seen' }).click();
  await page.getByLabel('What was found').click();
  await page.getByRole('option', { name: 'thrips' }).click();
  await page.getByLabel('In', { exact: true }).click();
  await page.getByRole('option', { name: 'R1', exact: true }).click();
  await page.getByRole('radio', { name: 'some plants' }).check();
  // A picture as a browser draws it, handed over as a file.
  const png = await page.evaluate(() => {
    const canvas = document.createElement('canvas');
    canvas.width = canvas.height = 64;
    canvas.getContext('2d')!.fillRect(8, 8, 40, 40);
    return canvas.toDataURL('image/png').split(',')[1]!;
  });
  await page
    .getByLabel('Photo (if any)')
    .last()
    .setInputFiles({ name: 'leaf.png', mimeType: 'image/png', buffer: Buffer.from(png, 'base64') });
  await expect(page.getByAltText('The photo that goes along')).toBeVisible();
  await page.getByRole('button', { name: 'Seen', exact: true }).click();
  await expect(page.getByText(/thrips in R1: some plants/).first()).toBeVisible();
  const sheet = page.getByLabel('thrips in R1', { exact: true });
  await expect(sheet.getByAltText('thrips in R1')).toBeVisible();

  setDay(addDays(today(), 4));
  await page.goto('/round');
  await ready(page);
  await page.getByRole('button', { name: /Look again: thrips/ }).click();
  await page.getByRole('radio', { name: 'gone', exact: true }).check();
  await page.getByRole('button', { name: 'Looked' }).click();
  await expect(page.getByText(/thrips: gone now/).first()).toBeVisible();
  await page.goto('/beds/scouting');
  await ready(page);
  await expect(sheet).toHaveCount(0);
});

test('one press sows what is due and the bench holds; one press takes it back', async ({ page }) => {
  await page.setViewportSize(DESK);
  const { rows } = await db().raw(
    `select day, min(lot_code) as code from plan_step where kind = 'sow' and state = 'planned' and day >= ? group by day order by day limit 1`,
    [today()],
  );
  const { day, code } = rows[0] as { day: string; code: string };
  setDay(day);
  await signIn(page, 'bram');
  await page.goto('/beds');
  await ready(page);
  await page.getByRole('button', { name: /^Sow (the )?\d+ sowings? that (is|are) due…/ }).click();
  await page.getByRole('button', { name: 'Sown', exact: true }).click();
  await expect(page.getByText(/sowings? on the bench:/)).toBeVisible();
  expect(await onBench(code)).toBeGreaterThan(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Taken back.')).toBeVisible();
  expect(await onBench(code)).toBe(0);
  await expect(page.getByRole('button', { name: /^Sow (the )?\d+ sowings? that (is|are) due…/ })).toBeVisible();
});
