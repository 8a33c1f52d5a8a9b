import { readFileSync } from 'node:fs';
import type { Knex } from 'knex';
import type { Page } from '@playwright/test';
import { LOG_EXAMPLES } from '../../src/core/log/parse';
import { LOCALE_COOKIE, LOCALES } from '../../src/words/locales';

/** Each word of the app in the accented language, half as long again: what is read without accents escaped the catalogue. */

const NAMES = `select code from place union select code from loop union select name from loop union select code from lot
  union select name from person union select sign_in_name from person union select name from customer
  union select name from product union select code from product union select name from farm union select supplier from lot union select title from chore union select detail from chore
  union select caution from chore union select place_code from chore union select name from place
  union select walk from chore union select walk from place union select words from handover union select name from equipment union select currency from farm
  union select params->>'name' from species union select params->>'latinName' from species
  union select params->>'name' from crop union select title from paper union select words from paper union select list from price
  union select question from trial union select verdict from trial union select name from trial_arm
  union select words from finding union select name from culture union select words from bed_rest`;

/** What the farm itself is called and calls things: said as it is in every language. */
async function namesOf(db: Knex): Promise<string[]> {
  const { rows } = await db.raw<{ rows: { code: string | null }[] }>(NAMES);
  return rows.flatMap(({ code }) => code?.match(/[A-Za-z]{2,}/g) ?? []);
}

/** Countries are named by the locale, too. */
const countryNames = (): string[] =>
  LOCALES.flatMap((locale) =>
    new Intl.DisplayNames('en', { type: 'region' }).of(locale.slice(3))!.match(/[A-Za-z]{2,}/g)!,
  );

/** Days and months are written by the locale itself, not by the catalogue. */
function calendarNames(): string[] {
  return (['short', 'long'] as const).flatMap((length) => [
    ...Array.from({ length: 7 }, (_, d) =>
      new Date(Date.UTC(2026, 5, d + 1)).toLocaleDateString('en', { weekday: length }),
    ),
    ...Array.from({ length: 12 }, (_, m) => new Date(Date.UTC(2026, m, 9)).toLocaleDateString('en', { month: length })),
  ]);
}

/** From the next page on, in the accented language. */
export async function inAccents(page: Page, base: string) {
  await page.context().addCookies([{ name: LOCALE_COOKIE, value: 'en-XA', url: base }]);
}

/** Each text that a page says, names of its parts among them. @param but what is left out */
export function textsOf(page: Page, but = '#none'): Promise<string[]> {
  return page.evaluate((left) => {
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
      if (!node.parentElement!.closest(`script, style, noscript, kbd, code, ${left}`))
        found.push(node.textContent ?? '');
    }
    return found;
  }, but);
}

/** Words without accents on the page, with what stands around them. */
async function escaped(page: Page, names: readonly string[]): Promise<string[]> {
  const texts = await textsOf(page);
  const known = new Set([...names, 'Crop', 'Cycle', 'CSV', 'pH']);
  return texts.filter((text) =>
    (text.replace(/[A-Za-z]+…/g, '').match(/(?<![\p{L}\d])[A-Za-z]{2,}(?![\p{L}\d])/gu) ?? []).some(
      (word) => !known.has(word),
    ),
  );
}

/** Every word that was read without accents where `walk` looks, with where it stood. */
export async function strays(db: Knex, page: Page, walk: (look: (where: string) => Promise<void>) => Promise<void>) {
  const typed = LOG_EXAMPLES.join(' ').match(/[A-Za-z]+/g)!;
  const library = readFileSync('src/core/library/species.json', 'utf8');
  const latin = [...library.matchAll(/"scientificName": "(.*)"/g)].flatMap(([, name]) => name!.match(/[A-Za-z]+/g)!);
  const names = [...(await namesOf(db)), ...calendarNames(), ...countryNames(), ...typed, ...latin];
  const found = new Map<string, string>();
  await walk(async (where) => {
    for (const text of await escaped(page, names)) if (!found.has(text)) found.set(text, where);
  });
  return [...found].map(([text, where]) => `${where}: ${text.trim().slice(0, 120)}`);
}
