import { speech } from '../../core/words/words';

/** A country’s name, or that of a language. */
export function placeOf(locale: string): string {
  const [language, region] = locale.split('-');
  const { locale: mine } = speech();
  if (language !== 'en' || !region) return new Intl.DisplayNames(locale, { type: 'language' }).of(locale) ?? locale;
  return new Intl.DisplayNames(mine, { type: 'region' }).of(region) ?? locale;
}
