import { THINGS, type Thing } from './things';

/** One part of a sentence, and where it begins in it. */
export interface SentencePart {
  text: string;
  from: number;
  /** “8 tanks, each with a pump”: one for each of the first. */
  isEach: boolean;
  /** The water comes to it from the part before. */
  isBehind: boolean;
}

const SERIES =
  /\s*(?:;|→|->|,?\s+then\s+|,?\s+followed by\s+|,?\s+(?:and\s+)?behind (?:it|that|them)\s+|,?\s+(?:and\s+)?after (?:it|that)\s+|,?\s+(?:which feeds|feeding)\s+)\s*/giu;
const SOFT = /,?\s+(?:(?:each|every one)\s+with|with|and|plus|\+)\s+(?:also\s+)?|,\s+/giu;

/** How many words may stand before the noun of a part: a number, a measure, what it is like. */
const WORDS_BEFORE = 6;
const STOPS = /^(?:of|in|for|on|at|named|called|to|from|off|over|above|full)$/iu;

/** The thing that a text begins with, after its number and measures. */
function beginsWith(text: string): Thing | null {
  const words = text.split(/\s+/);
  for (let i = 0; i <= Math.min(WORDS_BEFORE, words.length - 1); i++) {
    if (i > 0 && (STOPS.test(words[i - 1]!) || /[,;]$/.test(words[i - 1]!))) return null;
    const rest = words.slice(i).join(' ');
    const found = THINGS.find((t) => {
      const at = rest.search(t.is);
      return at === 0;
    });
    if (found) return found;
  }
  return null;
}

const isMachine = (thing: Thing) => 'equipment' in thing;
const isOfBeds = (thing: Thing) => 'place' in thing && (thing.place === 'bed' || thing.place === 'nursery');
/** What a bed is made of is no part of its own. */
const INNER =
  /^(?:\S+\s+){0,3}?(?:rafts?|boards?|gutters?|pipes?|trays?|holes?|sites?|places?|plants?(?!\s+sumps?)|cells?|positions?|media|gravel|water)\b/iu;

/** Cuts a sentence where another part begins: after *then*, *behind it*, *feeding*; after *and*, *with* or a comma if a thing follows. */
export function splitSentence(line: string): SentencePart[] {
  const quotes = [...line.matchAll(/[“"„][^”"“]*[”"“]/gu)].map((m) => [m.index, m.index + m[0].length] as const);
  const isQuoted = (at: number) => quotes.some(([from, until]) => at > from && at < until);
  const cuts: { at: number; until: number; isEach: boolean; isBehind: boolean }[] = [];
  for (const m of line.matchAll(SERIES))
    if (!isQuoted(m.index) && m.index > 0 && beginsWith(line.slice(m.index + m[0].length)))
      cuts.push({ at: m.index, until: m.index + m[0].length, isEach: false, isBehind: !m[0].includes(';') });
  for (const m of line.matchAll(SOFT)) {
    const after = line.slice(m.index + m[0].length);
    const before = line.slice(0, m.index);
    if (isQuoted(m.index) || INNER.test(after) || !THINGS.some((t) => t.is.test(before))) continue;
    const thing = beginsWith(after);
    if (!thing) continue;
    // “28 rafts a bed, 36 holes a raft” is one bed, however it is put.
    if (isOfBeds(thing) && !/\band\b|\bplus\b/iu.test(m[0]) && THINGS.some((t) => isOfBeds(t) && t.is.test(before)))
      continue;
    const isWith = /with/iu.test(m[0]);
    if (isWith && !isMachine(thing)) continue;
    cuts.push({
      at: m.index,
      until: m.index + m[0].length,
      isEach: isWith && (/each/iu.test(m[0]) || /\beach\b\s*$/iu.test(after)),
      isBehind: false,
    });
  }
  cuts.sort((a, b) => a.at - b.at);
  const parts: SentencePart[] = [];
  let [from, isEach, isBehind] = [0, false, false];
  for (const cut of [...cuts, { at: line.length, until: line.length, isEach: false, isBehind: false }]) {
    if (cut.at < from) continue;
    const text = line.slice(from, cut.at);
    if (text.trim()) parts.push({ text, from, isEach, isBehind });
    [from, isEach, isBehind] = [cut.until, cut.isEach, cut.isBehind];
  }
  return parts;
}
