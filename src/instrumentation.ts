import { HOME, speakFrom, type Speech } from './core/words/words';
import { METRIC, type UnitChoice } from './core/quantity/units';
import { LANGUAGES, languageOf, loadTongue } from './words/languages';
import { knownLocale } from './words/locales';

/**
 * Before the first request: every language is read, and whoever asks is spoken to as the request says. scripts/serve
 * keeps the request’s locale for as long as it is answered, through every wait.
 */
export async function register() {
  const tongues = new Map(await Promise.all(LANGUAGES.map(async (code) => [code, await loadTongue(code)] as const)));
  const speeches = new Map<string, Speech>();
  const request = globalThis as {
    cropCycleRequest?: { getStore(): { locale?: string; units?: UnitChoice } | undefined };
  };
  speakFrom(() => {
    const { locale = HOME.locale, units = METRIC } = request.cropCycleRequest?.getStore() ?? {};
    const key = `${locale} ${units.mass} ${units.temperature}`;
    let speech = speeches.get(key);
    if (!speech) {
      const known = knownLocale(locale);
      const language = known && languageOf(known);
      speech = known
        ? { locale: known, units, tongue: (language && tongues.get(language)) || null }
        : { ...HOME, units };
      if (known) speeches.set(key, speech);
    }
    return speech;
  });
}
