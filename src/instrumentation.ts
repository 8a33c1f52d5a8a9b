import { HOME, speakFrom, type Speech } from './core/words/words';
import { LANGUAGES, languageOf, loadTongue } from './words/languages';
import { knownLocale } from './words/locales';

/**
 * Before the first request: every language is read, and whoever asks is spoken to as the request says. scripts/serve
 * keeps the request’s locale for as long as it is answered, through every wait.
 */
export async function register() {
  const tongues = new Map(await Promise.all(LANGUAGES.map(async (code) => [code, await loadTongue(code)] as const)));
  const speeches = new Map<string, Speech>();
  const request = globalThis as { cropCycleRequest?: { getStore(): { locale?: string } | undefined } };
  speakFrom(() => {
    const asked = request.cropCycleRequest?.getStore()?.locale;
    if (!asked) return HOME;
    let speech = speeches.get(asked);
    if (!speech) {
      const locale = knownLocale(asked);
      const language = locale && languageOf(locale);
      speech = locale ? { locale, tongue: (language && tongues.get(language)) || null } : HOME;
      if (locale) speeches.set(asked, speech);
    }
    return speech;
  });
}
