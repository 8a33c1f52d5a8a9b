import { say } from '../../words/words';
import type { PlacePart } from '../description';
import { Ear, type Span } from './ear';
import {
  AREAS,
  DENSITIES,
  duty,
  filled,
  FLOWS,
  LENGTHS,
  measure,
  NUMBER,
  numberOf,
  OXYGEN,
  PHOTONS,
  POWERS,
  SALTS,
  sides,
  VOLUMES,
  type Duty,
  type Measure,
  type Sides,
} from './measures';
import { BEDS, CELLS, PIECES, ROOM_WORD, THINGS, type Thing } from './things';

/** One part of a sentence, listened to: what was heard, and where. */
export interface Heard {
  line: string;
  thing: Thing;
  /** As it was said. */
  noun: string;
  count: number | null;
  names: string[] | null;
  /** Codes of loops it belongs to; null: none was said. */
  loops: string[] | null;
  room: string | null;
  standsOn: PlacePart['standsOn'] | null;
  stage: string | null;
  isSpare: boolean;
  /** Never fewer than so many in reserve. */
  least: Measure | null;
  /** One at each of so many other things. */
  times: number;
  atEach: string | null;
  /** Lamps: what they shine on. */
  over: string | null;
  bed: BedSaid;
  measures: Measures;
  left: Span[];
}

export interface Measures {
  duty: Duty | null;
  salt: Measure | null;
  limit: Measure | null;
  kgO2: Measure | null;
  flow: Measure | null;
  watts: Measure | null;
  photons: Measure | null;
  area: Measure | null;
  sides: Sides | null;
  across: Measure | null;
  length: Measure | null;
  width: Measure | null;
  volume: Measure | null;
  head: Measure | null;
  depth: Measure | null;
  share: Measure | null;
}

/** Beds, pieces in each, places in each piece. */
export interface BedSaid {
  beds: number | null;
  pieces: number | null;
  cells: number | null;
  pieceNoun: string | null;
  /** The pieces were said in all, over so many beds. */
  isTotal: boolean;
  /** Where it was said. */
  spans: Span[];
}

export interface HearContext {
  loops: readonly { code: string; name?: string }[];
  rooms: readonly string[];
  /** How many there are of a thing that “at each tank” may mean. */
  countOf: (thing: Thing) => number;
}

const COUNTS = 'no one two three four five six seven eight nine ten eleven twelve'.split(' ');
const SPELLED = `(?:a dozen|an?|${COUNTS.join('|')})`;
const COUNT = String.raw`(\d[\d.,]*|${SPELLED})`;
const countOf = (text: string): number => {
  const word = text.toLowerCase();
  if (word === 'a dozen') return 12;
  if (/^an?$/.test(word)) return 1;
  const spelled = COUNTS.indexOf(word);
  return spelled >= 0 ? spelled : numberOf(text);
};

/** What stops a name or a room. */
const CLAUSE = String.raw`(?=\s*(?:,|;|$)|\s+(?:in|on|for|with|of|at|salted|then|and)\s)`;

const QUOTED = String.raw`[“"„]([^”"“]{1,60})[”"“]`;

/** @throws {RuleBroken} never; @returns what was heard of one part, or words that say why nothing can be made of it */
export function hear(line: string, context: HearContext): Heard | string {
  const ear = new Ear(line);
  const least = leastIn(ear);
  const measures = measuresIn(ear);
  const names = namesIn(ear);
  if (typeof names === 'string') return names;
  const room = roomIn(ear, context.rooms);
  const where = ear.take(/\bon (?:a |the |our )?(stands?|roof|floor)\b/iu);
  const stage = ear.take(
    /\bfor (?:the )?(fry|fingerlings?|juveniles?|nursery|small fish|grow-?out|growing out|ornamentals?)\b/iu,
  );
  const loops = loopsIn(ear, context.loops);
  if (typeof loops === 'string') return loops;
  const spare = ear.take(/\b(?:(?:kept )?(?:as )?(?:a )?spares?|in reserve|on the shelf|standing by)\b/iu);
  takeLinks(ear);
  const each = timesIn(ear, context);
  if (typeof each === 'string') return each;
  // What beds are over is no light's: “56 rafts over 2 beds”.
  const over = !/\b(?:lamps?|lights?|leds?|luminaires?)\b/iu.test(line)
    ? null
    : ear.take(new RegExp(String.raw`\b(?:over|above)\s+(?:the\s+)?((?:[\p{L}\d.–-]+\s?){1,4})${CLAUSE}`, 'iu'));
  const bed = bedIn(ear);
  const thing = thingIn(ear);
  if (!thing) return noThing(ear);
  return {
    ...{ line, ...thing, names, loops, room, ...each, bed, measures },
    standsOn: where ? (where.match[1]!.toLowerCase().replace(/s$/, '') as PlacePart['standsOn']) : null,
    stage: stage ? stageOf(stage.match[1]!.toLowerCase()) : null,
    isSpare: spare !== null,
    least,
    over: over ? over.match[1]!.trim() : null,
    left: ear.left(),
  };
}

/** “2 spare pumps, never fewer than 1”. */
function leastIn(ear: Ear): Measure | null {
  const found = ear.take(
    new RegExp(
      String.raw`\b(?:(?:always|keep|to)\s+)*(?:at least|never (?:fewer|less) than|no fewer than|not under|a minimum of|minimum)\s+${COUNT}(?:\s+(?:of them|in stock|in reserve|on the shelf))?(?![\p{L}\d])`,
      'iu',
    ),
  );
  return found && { from: found.from, until: found.until, value: countOf(found.match[1]!) };
}

function noThing(ear: Ear): string {
  const [first] = ear.left();
  const what = first ? ear.line.slice(first.from, first.until) : ear.line.trim();
  return say`“${what}” is no part of a farm that is known here: say tanks, beds, towers, pump, settler, cold room …`;
}

function stageOf(word: string): string {
  if (/^grow/.test(word)) return 'grow-out';
  return /^orna/.test(word) ? 'ornamental' : 'nursery';
}

/** A name comes after named or called, or in quotes. */
function namesIn(ear: Ear): string[] | null | string {
  const quoted = ear.take(
    new RegExp(String.raw`(?:\b(?:named|called)\s+)?(?<!\b(?:in|room)\s+(?:the\s+)?)${QUOTED}`, 'iu'),
  );
  if (quoted) return [quoted.match[1]!.trim()];
  const code = String.raw`[\p{L}\d_.-]+`;
  const run = String.raw`${code}\s*(?:–|—|\.\.|-|\s(?:to|through)\s)\s*${code}`;
  const several = String.raw`${code}(?:\s*(?:,|\band\b|&|,\s*and\b)\s*(?=\p{L}{1,4}-?\d)${code})*`;
  const named = ear.take(new RegExp(String.raw`\b(?:named|called)\s+(${run}|${several})`, 'iu'));
  return named ? namesOf(named.match[1]!.trim()) : null;
}

const MOST_NAMES = 2000;

/** `H1–H8`, `H1 to H8`, `A1, A2 and A3` or one name. */
function namesOf(text: string): string[] | string {
  const run = text.match(/^(\S*?)(\d+)\s*(?:–|—|-|\.\.|to|through)\s*(\S*?)(\d+)$/iu);
  if (!run) return text.split(/\s*(?:,|\band\b|&|\s)\s*/iu).filter(Boolean);
  const [, letters = '', from = '', , until] = run;
  const [low, high] = [Number(from), Number(until)];
  if (high < low || high - low >= MOST_NAMES) return say`“${text}” counts no run of names: write it like H1–H8.`;
  const width = /^0/.test(from) ? from.length : 0;
  return Array.from({ length: high - low + 1 }, (_, i) => `${letters}${String(low + i).padStart(width, '0')}`);
}

/** A room that is there already, whatever its capitals; a new one by a word for rooms, or in quotes. */
function roomIn(ear: Ear, rooms: readonly string[]): string | null {
  const known = [...rooms].filter(Boolean).sort((a, b) => b.length - a.length);
  for (const room of known) {
    const found = ear.take(new RegExp(String.raw`\b(?:in|at)\s+(?:the\s+|our\s+)?${escaped(room)}(?![\p{L}\d])`, 'iu'));
    if (found) return room;
  }
  const quoted = ear.take(new RegExp(String.raw`\bin\s+(?:the\s+)?(?:room\s+)?${QUOTED}`, 'iu'));
  if (quoted) return quoted.match[1]!.trim();
  const which = String.raw`(?:\s+(?:\d{1,3}|[b-z]|one|two|three|four|five|six|north|south|east|west)(?![\p{L}\d]))?`;
  const found = ear.take(
    new RegExp(
      String.raw`\b(?:in|at)\s+(?:the\s+|our\s+)?((?:(?!(?:in|on|at|for|of|with|and|loops?)\b)[\p{L}’'-]+\s+){0,3}?(?:${ROOM_WORD})${which})(?![\p{L}\d])`,
      'iu',
    ),
  );
  if (found) return found.match[1]!.trim().replace(/\s+/g, ' ');
  // One says where without a word before it.
  const bare = ear.take(/\b(outside|outdoors?|in the open|under the (?:open )?sky)(?![\p{L}\d])/iu);
  return bare ? OUTSIDE : null;
}

/** What stands under the sky stands in one room. */
const OUTSIDE = 'outside';

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** Codes of the loops that are said. @returns words where one is not known */
function loopsIn(ear: Ear, loops: HearContext['loops']): string[] | null | string {
  if (
    ear.take(
      /\b(?:one\s+)?(?:for|in|on|per)\s+(?:each|every|all|all the|each of the)?\s*loops?\b(?!\s+[\p{L}\d])|\bper loop\b/iu,
    )
  )
    return loops.map((l) => l.code);
  const range = ear.take(/\b(?:for|in|on)\s+loops\s+([\p{L}\d_-]+)\s*(?:to|–|through|\.\.)\s*([\p{L}\d_-]+)/iu);
  if (range) return rangeOf(loops, range.match[1]!, range.match[2]!);
  const listed = ear.take(/\b(?:for|in|on)\s+loops\s+((?:[\p{L}\d_-]+\s*(?:,|and|&)\s*)+[\p{L}\d_-]+)/iu);
  if (listed) return each(listed.match[1]!.split(/\s*(?:,|\band\b|&)\s*/iu).filter(Boolean));
  const one = ear.take(/\b(?:for|in|on)\s+loop\s+([\p{L}\d_-]+)/iu);
  if (one) return each([one.match[1]!]);
  const named = loops
    .flatMap((l) => [l.code, l.name].filter(Boolean).map((name) => ({ code: l.code, name: name! })))
    .sort((a, b) => b.name.length - a.name.length);
  for (const { code, name } of named)
    if (
      ear.take(new RegExp(String.raw`\b(?:for|in|on)\s+(?:the\s+)?${escaped(name)}(?:\s+loop)?(?![\p{L}\d_-])`, 'iu'))
    )
      return [code];
  const other = ear.rest.match(/\bfor\s+(?!the\b|an?\b|each\b|every\b|fish\b|plants?\b)([\p{L}\d_-]+)/iu);
  return other ? say`There is no loop called ${other[1]!}.` : null;

  function each(names: string[]): string[] | string {
    const codes = names.map((n) => find(loops, n));
    const strange = codes.findIndex((c) => c === undefined);
    return strange < 0 ? (codes as string[]) : say`There is no loop called ${names[strange]!}.`;
  }
}

const find = (loops: HearContext['loops'], name: string) =>
  loops.find((l) => [l.code, l.name].some((n) => n?.toLowerCase() === name.toLowerCase()))?.code;

/** From one to another: by their codes, or by their number in the list. */
function rangeOf(loops: HearContext['loops'], from: string, until: string): string[] | string {
  const at = (name: string) => {
    const known = loops.findIndex((l) => l.code === find(loops, name));
    return known >= 0 ? known : /^\d+$/.test(name) ? Number(name) - 1 : -1;
  };
  const [low, high] = [at(from), at(until)];
  if (low < 0 || high < low || high >= loops.length) return say`There are no loops ${from} to ${until}.`;
  return loops.slice(low, high + 1).map((l) => l.code);
}

function measuresIn(ear: Ear): Measures {
  const salted = String.raw`(?:salted\s+(?:to\s+|at\s+|with\s+)?)`;
  return {
    duty: duty(ear),
    share: filled(ear),
    limit: measure(ear, {
      units: DENSITIES,
      before: String.raw`(?:(?:up )?to\s+)?`,
      after: String.raw`(?:\s+of fish)?`,
    }),
    salt: measure(ear, { units: SALTS, before: `${salted}?`, after: String.raw`(?:\s+(?:of\s+)?salt)?` }),
    kgO2: measure(ear, { units: OXYGEN, after: String.raw`\s*(?:of\s+)?(?:o2|o₂|oxygen)(?:\s+(?:a|per)\s+day)?` }),
    flow: measure(ear, { units: FLOWS }),
    watts: measure(ear, { units: POWERS }),
    photons: measure(ear, { units: PHOTONS }),
    area: measure(ear, { units: AREAS }),
    sides: sides(ear),
    volume: measure(ear, { units: VOLUMES }),
    across: measure(ear, { units: LENGTHS, after: String.raw`\s+(?:across|in diameter|diameter|wide round)` }),
    depth:
      measure(ear, { units: LENGTHS, after: String.raw`\s+(?:deep|depth|of (?:gravel|media|clay|sand|soil|water))` }) ??
      measure(ear, { units: LENGTHS, before: String.raw`\b(?:deep|depth(?: of)?)\s+` }),
    head: measure(ear, { units: LENGTHS, after: String.raw`\s+(?:of )?(?:high|head|up|lift)` }),
    length: measure(ear, { units: LENGTHS, after: String.raw`\s+(?:long|length)` }),
    width: measure(ear, { units: LENGTHS, after: String.raw`\s+(?:wide|width|broad)` }),
  };
}

/** `at each of 90 towers`, `for each tank`: one there. */
function timesIn(ear: Ear, { countOf: there }: HearContext): { times: number; atEach: string | null } | string {
  const named = ear.take(
    new RegExp(
      String.raw`\b(?:one\s+)?(?:at|on|in|for|to)\s+(?:each|every)\s+(?:one\s+)?of\s+(?:the\s+|our\s+)?${COUNT}\s+([\p{L}-]+)`,
      'iu',
    ),
  );
  if (named) return { times: countOf(named.match[1]!), atEach: named.match[2]! };
  const all = ear.take(
    /\b(?:one\s+)?(?:(?:at|on|in|for|to)\s+(?:each|every)|per)\s+(?:of the\s+)?(tanks?|towers?|beds?|pumps?|sumps?|rafts?|gutters?|buckets?)\b/iu,
  );
  if (!all) return { times: 1, atEach: null };
  const thing = THINGS.find((t) => t.is.test(all.match[1]!));
  const n = thing ? there(thing) : 0;
  if (n === 0) return say`There is no ${all.match[1]!.replace(/s$/, '')} yet that each could have one: say it first.`;
  return { times: n, atEach: all.match[1]! };
}

const LEVELS = { beds: BEDS, pieces: PIECES, cells: CELLS } as const;

/** “36 holes a raft, 28 rafts a bed”: the words after the number say of what. */
function takeLinks(ear: Ear): void {
  const of = String.raw`(?:an?|per|(?:in|on|to)\s+(?:each|every|an?)|each)`;
  ear.takeAll(
    new RegExp(
      String.raw`(?<=(?:${CELLS}|${PIECES})\s{1,40})${of}\s+(?:${PIECES}|${BEDS})(?![\p{L}])(?!\s+of\b)`,
      'iu',
    ),
  );
}

/** How many beds, pieces in each and places in each piece, in whichever order they are said. */
function bedIn(ear: Ear): BedSaid {
  const said: BedSaid = { beds: null, pieces: null, cells: null, pieceNoun: null, isTotal: false, spans: [] };
  for (const level of ['cells', 'pieces', 'beds'] as const) {
    const found = ear.rest.match(
      new RegExp(
        String.raw`(?<![\p{L}\d])${COUNT}[\s-]+(?:(?!of\b)[\p{L}-]+\s+){0,2}?(${LEVELS[level]})(?![\p{L}])`,
        'iu',
      ),
    );
    if (!found) continue;
    said[level] = countOf(found[1]!);
    if (level === 'pieces') said.pieceNoun = found[2]!.toLowerCase();
    // Only the number and cell words go: what kind of bed it is is read from its noun.
    const until = found.index! + (level === 'cells' ? found[0].length : found[1]!.length);
    said.spans.push({ from: found.index!, until });
    ear.blank({ from: found.index!, until });
  }
  // “18 towers of 40”, “12 trays of 104”: places without a word for them.
  const bare =
    said.pieces !== null || said.beds !== null
      ? ear.rest.match(
          new RegExp(
            String.raw`\bof\s+${NUMBER}(?=\s*(?:,|;|$)|\s+(?!\p{L}|\d|×|x)|\s+(?:in|on|for|named|called|and|with|each)\b)`,
            'iu',
          ),
        )
      : null;
  if (bare?.index !== undefined && said.cells === null) {
    said.cells = numberOf(bare[1]!);
    ear.blank({ from: bare.index, until: bare.index + bare[0].length });
  }
  const line = ear.line.toLowerCase();
  const order = (level: keyof typeof LEVELS) =>
    line.search(new RegExp(String.raw`(?<![\p{L}])(?:${LEVELS[level]})(?![\p{L}])`, 'u'));
  said.isTotal =
    said.beds !== null &&
    said.beds > 1 &&
    said.pieces !== null &&
    order('pieces') < order('beds') &&
    /\b(?:in|over|across|on)\s+(?:\d|two|three|four|five|six)/u.test(line);
  return said;
}

/** The thing it is about, with its number where that was not taken yet. */
function thingIn(ear: Ear): { thing: Thing; noun: string; count: number | null } | null {
  const thing = THINGS.find((t) => t.is.test(ear.rest));
  if (!thing) return null;
  const counted = ear.take(
    new RegExp(
      String.raw`(?<![\p{L}\d])${COUNT}[\s-]+(?=(?:[\p{L}-]+\s+){0,3}?${thing.is.source.replace(/^\(\?<!\[\\p\{L\}\\d\]\)/, '')})`,
      'iu',
    ),
  );
  const found = ear.take(thing.is)!;
  const noun = found.match[0].trim();
  if (isBed(thing))
    for (const words of [BEDS, PIECES, 'film', 'channels?'])
      ear.takeAll(new RegExp(String.raw`(?<![\p{L}])(?:${words})(?![\p{L}])`, 'iu'));
  return { thing, noun, count: counted ? countOf(counted.match[1]!) : null };
}

export const isBed = (thing: Thing): boolean =>
  'place' in thing && (thing.place === 'bed' || thing.place === 'nursery');
