import type { Page } from '@playwright/test';
import { expect, ready, settled } from './help';

/** Where buttons open forms that say most. */
export const OPENING = ['/round', '/cohorts/tank/H6', '/cohorts/HSB-31', '/beds', '/purge', '/market', '/season'];

/** Presses one button of each kind on a page and looks at what it opens; nothing is sent. */
export async function lookAtOpenings(page: Page, path: string, look: (where: string) => Promise<void>) {
  await page.goto(path);
  await ready(page);
  const buttons = page.locator('#main button:visible:enabled');
  const names = await buttons.evaluateAll((all) => all.map((b) => b.getAttribute('data-job') ?? b.textContent ?? ''));
  const kinds = new Map(names.map((name, i) => [name.replace(/[\d-].*$/, ''), i]));
  for (const [kind, i] of kinds) {
    await buttons
      .nth(i)
      .click({ timeout: 5_000 })
      .catch(() => undefined);
    await settled(page);
    await look(`${path} ${kind}`);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toHaveCount(0);
    if (!page.url().includes(path)) await page.goto(path);
  }
}
