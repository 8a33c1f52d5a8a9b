import { randomUUID } from 'node:crypto';
import { expect, ready, signIn, test, useFarm } from './help';

/** Everything in the account, by pressing it. */
const { db } = useFarm();

test('other sign-ins are ended, one and all; farm work is changed; choices stay; a password is changed', async ({
  page,
  browser,
}) => {
  // Someone who belongs to two farms.
  const ines = await db()('person').where({ sign_in_name: 'ines' }).first();
  const second = randomUUID();
  const farm = { farm_id: second, name: 'Tarn Farm', time_zone: 'UTC', currency: 'EUR' };
  await db()('farm').insert(farm);
  await db()('person').insert({
    ...{ farm_id: second, id: randomUUID(), name: ines.name, sign_in_name: 'ines', role: 'manager' },
    ...{ password_hash: ines.password_hash, account_id: ines.account_id },
  });
  const sessions = async () => Number((await db()('session').where({ person_id: ines.id }).count('* as n').first())!.n);
  for (let n = 0; n < 3; n++) {
    const other = await browser.newPage();
    await signIn(other, 'ines');
    await other.close();
  }
  await signIn(page, 'ines');
  const open = async () => {
    await page
      .getByRole('button', { name: /units, light and dark/ })
      .first()
      .click();
    const dialog = page.getByRole('dialog');
    await expect(dialog.getByText('Where you are signed in')).toBeVisible();
    return dialog;
  };
  let dialog = await open();
  const before = await sessions();
  await dialog.getByRole('button', { name: 'sign out', exact: true }).first().click();
  await expect.poll(sessions).toBe(before - 1);
  await dialog.getByRole('button', { name: 'sign out everywhere else' }).click();
  await expect.poll(sessions).toBe(1);
  await expect(dialog.getByRole('button', { name: 'sign out', exact: true })).toHaveCount(0);
  await expect(dialog.getByRole('alert')).toHaveCount(0);

  for (const choice of ['oz, lb, gal', '°F', 'g, kg, L', '°C', 'dark', 'light', 'as the device'])
    await dialog.getByRole('radio', { name: choice, exact: true }).check();
  for (const size of await dialog.getByRole('radiogroup', { name: 'Letters' }).getByRole('radio').all())
    await size.check();
  await expect(dialog.getByRole('alert')).toHaveCount(0);
  await dialog.getByRole('button', { name: 'Done' }).click();
  await page.reload();
  await ready(page);

  dialog = await open();
  const farmOf = async () => (await db()('session').orderBy('seen_at', 'desc').first('farm_id')).farm_id as string;
  await dialog.getByRole('button', { name: 'go there' }).click();
  await expect.poll(farmOf).toBe(second);
  // Nothing is planned on a farm that was just made.
  await expect(page.getByText('Nothing is due on this day.')).toBeVisible();
  await expect(page.getByText('Tarn Farm').first()).toBeVisible();
  await ready(page);
  dialog = await open();
  await dialog.getByRole('button', { name: 'go there' }).click();
  await expect(page.getByText('Quillwater Farm').first()).toBeVisible();
  await ready(page);

  dialog = await open();
  await dialog.getByRole('button', { name: 'Change password…' }).click();
  await dialog.getByLabel('Password now').fill('not this one');
  await dialog.getByLabel('New password').fill('four quiet otters here');
  await dialog.getByRole('button', { name: 'Change it' }).click();
  await expect(dialog.getByText('That is not your password.')).toBeVisible();
  await dialog.getByLabel('Password now').fill('heron-loop');
  await dialog.getByRole('button', { name: 'Change it' }).click();
  await expect(dialog.getByText('Your password is changed; other devices are signed out.')).toBeVisible();
  await dialog.getByRole('button', { name: 'Sign out', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Sign in', exact: true })).toBeVisible();
  await signIn(page, 'ines', 'four quiet otters here');
});
