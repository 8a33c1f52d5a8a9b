import { oneOf, say } from '../words/words';
import { modules } from './verbs/list.generated';
import { READING_KINDS } from '../water/readings/readings';
import { reading, readingAt, READING_EXAMPLE } from './verbs/reading';
import { LONGEST_LINE } from './longestLine';
import { nearest, NotUnderstood, same, type LogContext, type Parsed } from './verbs/words';

export type { LogContext, Parsed } from './verbs/words';

const VERBS = [...modules].sort((a, b) => a.order - b.order);
export const LOG_EXAMPLES = [...VERBS.map((v) => v.example), READING_EXAMPLE];

/** Reads one line of the farm's shorthand: place or loop first, then what happened. Never throws. */
export function parseLogLine(text: string, context: LogContext): Parsed {
  try {
    if (text.length > LONGEST_LINE)
      throw new NotUnderstood(say`That is ${text.length} characters; a log line has at most ${LONGEST_LINE}.`);
    const words = text.trim().split(/\s+/).filter(Boolean);
    const first = words[0];
    if (!first) throw new NotUnderstood(say`Start with a place, like ${LOG_EXAMPLES[0]}.`);
    const loop = context.loops.find((l) => same(l.code, first) || same(l.name, first));
    if (loop) return reading(loop, words.slice(1), context);
    const place =
      context.places.find((p) => same(p.code, first)) ??
      context.places.find((p) => p.formerCodes?.some((code) => same(code, first)));
    if (!place) throw new NotUnderstood(say`There is no place or loop “${first}”.${nearest(first, context)}`);
    if (READING_KINDS.has(words[1]?.toLowerCase() ?? '')) return readingAt(place, words.slice(1), context);
    const verb = VERBS.find((v) => v.verb === words[1]?.toLowerCase());
    if (!verb) throw new NotUnderstood(say`After ${place.code} say ${saidVerbs()}.`);
    return verb.read(place, words.slice(2), context);
  } catch (error) {
    if (error instanceof NotUnderstood) return { ok: false, message: error.message };
    throw error;
  }
}

function saidVerbs(): string {
  const names = VERBS.map((v) => v.verb);
  return oneOf(names);
}
