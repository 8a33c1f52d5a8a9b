import { METRIC, type UnitChoice } from '../quantity/unitChoice';
import { retold } from './retold';

/**
 * Every word that a person reads. The English stands where it is used; another language is one file that says each of
 * them in its own way (src/words). `npm run check` gathers them all into src/words/catalogue.json.
 */

/** A language other than the one the app is written in. */
export interface Tongue {
  /** The words with their values put in, or null where the file does not say them. */
  phrase(id: string, values: readonly unknown[]): string | null;
}

export interface Speech {
  /** How numbers, days and money are written, a BCP 47 tag: `en-GB`, `de-CH`. */
  locale: string;
  /** Null: English, as written. */
  tongue: Tongue | null;
  units: UnitChoice;
}

export const HOME: Speech = { locale: 'en-GB', tongue: null, units: METRIC };

// One for the process, however often this file is bundled.
const shared = globalThis as {
  cropCycleSpeech?: () => Speech;
  cropCycleConstants?: Map<string, { id: string; values: readonly unknown[] }>;
};
const constants = (shared.cropCycleConstants ??= new Map());

/** How the person who asks just now is spoken to. */
export const speech = (): Speech => shared.cropCycleSpeech?.() ?? HOME;
/** Parts what was said to one person from what is said to another: part of the key of whatever is kept. */
export function speechMark(): string {
  const { locale, units } = speech();
  return `${locale} ${units.mass} ${units.temperature}`;
}
/** Says where `speech` is to be found: the request on the server, the page in a browser, the message in a worker. */
export const speakFrom = (find: () => Speech) => void (shared.cropCycleSpeech = find);

const ids = new WeakMap<TemplateStringsArray, string>();

function idOf(parts: TemplateStringsArray): string {
  let id = ids.get(parts);
  if (id === undefined) {
    id = parts.reduce((text, part, i) => `${text}{${i - 1}}${part}`);
    ids.set(parts, id);
  }
  return id;
}

/** A value as it stands in a sentence: a number as the person’s locale writes it. */
const shown = (value: unknown) => (typeof value === 'number' ? writtenNumber(value) : String(value));

function asWritten(parts: readonly string[], values: readonly unknown[]): string {
  let text = parts[0]!;
  for (let i = 0; i < values.length; i++) text += shown(values[i]) + parts[i + 1]!;
  return text;
}

/** Words said now, to whoever asks: say`${count} fish in ${tank}`. What is put in is said in the same language. */
export function say(parts: TemplateStringsArray, ...values: unknown[]): string {
  const { tongue } = speech();
  if (!tongue) return asWritten(parts, values);
  const said = values.map((value) => told(typeof value === 'number' ? shown(value) : value));
  return tongue.phrase(idOf(parts), said) ?? asWritten(parts, said);
}

/** Words of a constant, made before anyone asks: word`Weight`. Where they are shown they are `told`. */
export function word(parts: TemplateStringsArray, ...values: unknown[]): string {
  const text = asWritten(parts, values);
  constants.set(text, { id: idOf(parts), values });
  return text;
}

/** A constant’s words to whoever asks, its amounts in their units; a name or a number as it is. */
export function told<T>(value: T): T | string {
  return typeof value === 'string' && constants.has(value) ? inReadersUnits(toldFormula(value)) : inTongue(value);
}

/** A formula to whoever asks: its figures belong to the units that it is published in. */
export const toldFormula = (formula: string): string => String(inTongue(formula));

function inTongue<T>(value: T): T | string {
  const { tongue } = speech();
  if (typeof value !== 'string' || !tongue) return value;
  const known = constants.get(value);
  return (known ? tongue.phrase(known.id, known.values.map(told)) : tongue.phrase(value, [])) ?? value;
}

/** Words of ours with their metric amounts in the units of whoever asks. */
export const inReadersUnits = (text: string): string => retold(text, speech().units, writtenNumber);

const plurals = new Map<string, Intl.PluralRules>();

/**
 * What a number makes of words: plural(days, '# day', '# days'); `#` is the number as the person writes it. English
 * tells one from more; a language file may tell as many forms as it has.
 */
export function plural(count: number, one: string, other: string): string {
  const { locale, tongue } = speech();
  const said = tongue?.phrase(`{0, plural, one {${one}} other {${other}}}`, [count]);
  if (said != null) return said;
  let rules = plurals.get(locale);
  if (!rules) plurals.set(locale, (rules = new Intl.PluralRules('en')));
  return (rules.select(count) === 'one' ? one : other).replaceAll('#', writtenNumber(count));
}

const numbers = new Map<string, Intl.NumberFormat>();

/** A number as the person’s locale writes it, with so many decimals; without `digits`, those that it has. */
export function writtenNumber(value: number, digits?: number): string {
  const { locale } = speech();
  const key = `${locale} ${digits}`;
  let formatter = numbers.get(key);
  // Making a formatter costs a hundred times what using it does, and a page writes a thousand numbers.
  if (!formatter)
    numbers.set(
      key,
      (formatter = new Intl.NumberFormat(locale, {
        minimumFractionDigits: digits,
        maximumFractionDigits: digits ?? 20,
      })),
    );
  return formatter.format(value);
}

const lists = new Map<string, Intl.ListFormat>();

function listed(items: readonly string[], type: 'conjunction' | 'disjunction'): string {
  const { locale } = speech();
  const key = `${locale} ${type}`;
  let writer = lists.get(key);
  if (!writer) lists.set(key, (writer = new Intl.ListFormat(locale, { type })));
  return writer.format(items.map(told));
}

/** "a, b and c" */
export const all = (items: readonly string[]) => listed(items, 'conjunction');
/** "a, b or c" */
export const oneOf = (items: readonly string[]) => listed(items, 'disjunction');

/** As it begins a sentence, in the person’s language. */
export const capital = (text: string) => text.charAt(0).toLocaleUpperCase(speech().locale) + text.slice(1);
