import catalogue from '../catalogue.json';
import type { Language } from '../tongue';

/** English with accents, half as long again: whatever is read without accents is no word of the catalogue. */

const PLAIN = 'abcdefghijklmnoprstuvwyzABCDEFGHIJKLMNOPRSTUVWYZ';
const ACCENTED = 'åƀçðéƒĝĥîĵķļɱñöþŕšţûṽŵýžÅƁÇÐÉƑĜĤÎĴĶĻṀÑÖÞŔŠŢÛṼŴÝŽ';
const VOWELS = /[aeiou]/;

export function accented(text: string): string {
  let out = '';
  for (const letter of text) {
    const at = PLAIN.indexOf(letter);
    const said = at < 0 ? letter : ACCENTED[at]!;
    out += VOWELS.test(letter) ? said + said : said;
  }
  return out;
}

/** A phrase of the catalogue as a message: what stands in braces is put in or told apart, all else is said. */
function messageOf(id: string): string {
  const plural = /^\{0, plural, one \{(.*)\} other \{(.*)\}\}$/s.exec(id);
  if (plural) return `{0, plural, one {${messageOf(plural[1]!)}} other {${messageOf(plural[2]!)}}}`;
  return id
    .split(/(\{\d+\})/)
    .map((part, i) => (i % 2 ? part : accented(part).replaceAll("'", "''")))
    .join('');
}

export const module: Language = {
  code: 'en-XA',
  name: accented('English'),
  messages: Object.fromEntries(catalogue.map((id) => [id, messageOf(id)])),
};
