import { inAccents, strays } from './accents';
import { lookAtOpenings, OPENING } from './openings';
import { DESK, expect, letIn, ready, test, useFarm } from './help';
import type { Page } from '@playwright/test';

const farm = useFarm();

/** What escapes the catalogue where a manager looks. */
async function escapes(page: Page, walk: Parameters<typeof strays>[2]) {
  await letIn(page.context(), 'ines');
  await inAccents(page, farm.base());
  await page.setViewportSize(DESK);
  return strays(farm.db(), page, walk);
}

for (const path of OPENING)
  test(`no word escapes the catalogue in what ${path} opens`, async ({ page }) => {
    expect(await escapes(page, (look) => lookAtOpenings(page, path, look))).toEqual([]);
  });

test('no word escapes the catalogue in what keys open, or of one order', async ({ page }) => {
  const found = await escapes(page, async (look) => {
    for (const key of ['?', 'd', 'l']) {
      await page.goto('/round');
      await ready(page);
      await page.keyboard.press(key);
      await expect(page.locator('input:focus, [role="dialog"]').first()).toBeVisible();
      await look(`key ${key}`);
    }
    await page.goto('/market');
    await page.locator('a[href^="/market/"]').nth(1).click();
    await ready(page);
    await look('one order');
  });
  expect(found).toEqual([]);
});

test('what a command or a question answers is in the language of whoever asked', async ({ page }) => {
  await letIn(page.context(), 'ines');
  await inAccents(page, farm.base());
  await page.goto('/round');
  for (const [path, data] of [
    ['/api/questions', { question: 'nobody.knows@1', body: {} }],
    ['/api/commands', { command: 'nobody.knows', version: 1, entryKey: 'accents-entry-key-1', body: {} }],
  ] as const) {
    const said = await page.evaluate(
      async ([to, body]) => {
        const headers = { 'content-type': 'application/json' };
        const answer = await fetch(to, { method: 'POST', headers, body: JSON.stringify(body) });
        return JSON.stringify(Object.values(((await answer.json()) as { fields: Record<string, string[]> }).fields));
      },
      [path, data] as const,
    );
    // "There is no …" in the accented language.
    expect(said, path).not.toMatch(/There|is no|Send/);
    expect(said.length, path).toBeGreaterThan(10);
  }
});
