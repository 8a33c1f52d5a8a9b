/**
 * Where the app is in English, how numbers, days and money may be written: English words with a country’s habits.
 * A language with a file in src/words/languages is offered beside them.
 */
export const LOCALES = [
  'en-GB',
  ...['en-US', 'en-AU', 'en-AT', 'en-BE', 'en-CA', 'en-DK', 'en-FI', 'en-DE', 'en-IN', 'en-IE'],
  ...['en-NL', 'en-NZ', 'en-SI', 'en-ZA', 'en-SE', 'en-CH'],
] as const;

export const LOCALE_COOKIE = 'crop_cycle_locale';
/** How large the letters are, on this device. */
export const TEXT_COOKIE = 'crop_cycle_text';

/** A tag that Intl can write by, or null. */
export function knownLocale(tag: string | undefined): string | null {
  if (!tag || tag.length > 35) return null;
  try {
    return Intl.NumberFormat.supportedLocalesOf([tag])[0] ?? null;
  } catch {
    return null;
  }
}
