import { createHash } from 'node:crypto';
import type { Page } from '@playwright/test';
import type { Knex } from 'knex';
import { today } from './help';

/** The code of the first farm, and a farm made with it. */
export const CODE = 'ABCD-2345';
export const PASSWORD = 'reeds by the water';

/** As the app prints it when it starts. */
export async function printCode(db: Knex) {
  await db('first_farm_code').delete();
  await db('first_farm_code').insert({
    code_hash: createHash('sha256').update('ABCD2345').digest(),
    made_at: new Date(`${today()}T06:00:00Z`),
  });
}

export async function found(page: Page, farm: string, signInName: string) {
  await page.context().clearCookies();
  await page.goto('/sign-in');
  await page.getByRole('link', { name: 'Begin with your farm' }).click();
  for (const [label, text] of [
    ['Code', CODE],
    ['Name of the farm', farm],
    ['Your name', 'Anka Feld'],
    ['Sign-in name', signInName],
    ['Password', PASSWORD],
  ])
    await page.getByLabel(label!, { exact: true }).fill(text!);
  await page.getByRole('button', { name: 'Make the farm' }).click();
}
