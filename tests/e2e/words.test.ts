import type { Knex } from 'knex';
import type { Page } from '@playwright/test';
import { LOCALE_COOKIE } from '../../src/words/locales';
import { DESK, expect, PHONE, ready, signIn, test, useFarm } from './help';
import { STATIONS } from './everyStation';

/** Each word of the app in the accented language, half as long again: what is read without accents escaped the catalogue. */

const farm = useFarm();

const NAMES = `select code from place union select code from loop union select name from loop union select code from lot
  union select name from person union select sign_in_name from person union select name from customer
  union select name from product union select code from product union select name from farm union select currency from farm
  union select params->>'name' from species union select params->>'latinName' from species
  union select params->>'name' from crop`;

/** What the farm itself is called and calls things: said as it is in every language. */
async function namesOf(db: Knex): Promise<string[]> {
  const { rows } = await db.raw<{ rows: { code: string | null }[] }>(NAMES);
  return rows.flatMap(({ code }) => code?.match(/[A-Za-z]{2,}/g) ?? []);
}

/** Days and months are written by the locale itself, not by the catalogue. */
function calendarNames(): string[] {
  return (['short', 'long'] as const).flatMap((length) => [
    ...Array.from({ length: 7 }, (_, d) => new Date(Date.UTC(2026, 5, d + 1)).toLocaleDateString('en', { weekday: length })),
    ...Array.from({ length: 12 }, (_, m) => new Date(Date.UTC(2026, m, 9)).toLocaleDateString('en', { month: length })),
  ]);
}

async function inAccents(page: Page) {
  await page.context().addCookies([{ name: LOCALE_COOKIE, value: 'en-XA', url: farm.base() }]);
}

/** Words without accents on the page, with what stands around them. */
async function escaped(page: Page, names: readonly string[]): Promise<string[]> {
  const texts = await page.evaluate(() => {
    const found: string[] = [document.title];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT | NodeFilter.SHOW_ELEMENT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      if (node instanceof Element) {
        for (const name of ['aria-label', 'title', 'placeholder', 'alt', 'aria-valuetext']) {
          const text = node.getAttribute(name);
          if (text) found.push(text);
        }
        continue;
      }
      if (!node.parentElement!.closest('script, style, noscript, kbd')) found.push(node.textContent ?? '');
    }
    return found;
  });
  const known = new Set([...names, 'Crop', 'Cycle', 'CSV', 'pH']);
  return texts.filter((text) =>
    (text.match(/(?<![\p{L}\d])[A-Za-z]{2,}(?![\p{L}\d])/gu) ?? []).some((word) => !known.has(word)),
  );
}

test('no word on any screen escapes the catalogue, and words half as long again break nothing', async ({ page }) => {
  const names = [...(await namesOf(farm.db())), ...calendarNames()];
  const strays = new Map<string, string>();
  const look = async (where: string) => {
    for (const text of await escaped(page, names)) if (!strays.has(text)) strays.set(text, where);
  };
  await signIn(page, 'ines');
  await inAccents(page);
  for (const path of STATIONS) {
    for (const size of [DESK, PHONE]) {
      await page.setViewportSize(size);
      await page.goto(path);
      await expect(page.locator('main h1').first()).toBeAttached();
      await ready(page);
      const wide = () =>
        page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
      await expect.poll(wide, { message: `${path} scrolls sideways at ${size.width} px` }).toBeLessThanOrEqual(0);
      await look(path);
    }
  }
  expect([...strays].map(([text, where]) => `${where}: ${text.trim().slice(0, 120)}`)).toEqual([]);
});
