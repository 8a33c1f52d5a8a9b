import type { UnitChoice } from '../core/quantity/units';
import { speakFrom, type Tongue } from '../core/words/words';
import { loaders } from './languages/list.generated';

const loaded = new Map<string, Promise<Tongue>>();

/** The language file that a locale is spoken in: its own, else that of its language; null where it is English. */
export function languageOf(locale: string): string | null {
  if (locale in loaders) return locale;
  const [base] = locale.split('-') as [string];
  return base in loaders ? base : null;
}

/** A language to speak in, read once. */
export function loadTongue(language: string): Promise<Tongue> {
  let tongue = loaded.get(language);
  if (!tongue) {
    // What speaks another language weighs something; who reads English needs none of it.
    tongue = Promise.all([import('./tongue'), loaders[language]!()]).then(([{ tongueOf }, { module }]) =>
      tongueOf(module),
    );
    loaded.set(language, tongue);
  }
  return tongue;
}

export const LANGUAGES = Object.keys(loaders);

/** For a thread of its own: speaks there as the page does. */
export async function speakIn({ locale, units }: { locale: string; units: UnitChoice }): Promise<void> {
  const language = languageOf(locale);
  const speech = { locale, units, tongue: language ? await loadTongue(language) : null };
  speakFrom(() => speech);
}
