import { IntlMessageFormat } from 'intl-messageformat';
import type { Tongue } from '../core/words/words';

/** A language as its file gives it: each English phrase of the catalogue, and how it is said (ICU message format). */
export interface Language {
  /** BCP 47 */
  code: string;
  /** In its own words: "Deutsch". */
  name: string;
  messages: Readonly<Record<string, string>>;
}

/** A language to speak in. A message is read when it is first said; one that cannot be read is said in English. */
export function tongueOf({ code, messages }: Language): Tongue {
  const read = new Map<string, IntlMessageFormat | null>();
  const messageOf = (id: string) => {
    const known = read.get(id);
    if (known !== undefined) return known;
    let message: IntlMessageFormat | null = null;
    try {
      if (Object.hasOwn(messages, id))
        message = new IntlMessageFormat(messages[id]!, code, undefined, { ignoreTag: true });
    } catch {
      // A fault in one phrase of a language file must not take a page away.
    }
    // What is asked may be any text of the farm: only what the file holds is kept.
    if (message) read.set(id, message);
    return message;
  };
  return {
    phrase(id, values) {
      const message = messageOf(id);
      return message ? String(message.format(Object.fromEntries(values.map((v, i) => [i, v as string])))) : null;
    },
  };
}
