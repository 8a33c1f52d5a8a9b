import { say } from '../words/words';
import type { EquipmentPart, PlacePart } from './description';
import type { Span } from './sentence/ear';
import { hear, type HearContext } from './sentence/hear';
import { make } from './sentence/make';
import { splitSentence } from './sentence/split';
import type { Thing } from './sentence/things';

/**
 * Parts of a farm said as one would say them to a builder: `8 tanks of 11 m³ named H1–H8`, `2 beds of 28 rafts of 36 holes,
 * 17 × 1.2 m`, `pump 12 m³/h 90 W 15 on 45 off`, `drum filter, then a biofilter of 2 m³`. Like the log line it is a syntax, the same
 * in every language. Every word is used, or told as not understood: nothing said is dropped.
 */

export interface PartsContext {
  /** The loop they belong to unless the line names another with `for CODE`. */
  loop: string | null;
  loops: readonly (string | { code: string; name?: string })[];
  /** Codes that are in use. */
  taken: readonly string[];
  /** Names of machines that are in use. */
  machines?: readonly string[];
  /** What there is already: rooms that are known, tanks that each may have something. */
  places?: readonly Pick<PlacePart, 'role' | 'method' | 'room' | 'positions' | 'pieceSize'>[];
  /** Rooms that are known besides those in which something stands. */
  rooms?: readonly string[];
}

export interface PartsRead {
  places: PlacePart[];
  equipment: EquipmentPart[];
}

/** A word or more that nobody knows what to do with. */
export interface NotUnderstood extends Span {
  text: string;
  /** What could be meant, or why it has no use. */
  hint: string;
}

export interface PartsHeard extends PartsRead {
  notUnderstood: NotUnderstood[];
}

/** No sentence is as long. */
const MOST_LETTERS = 400;

/** @returns the parts with what was not understood of the line, or words that say why nothing can be made of it */
export function hearParts(line: string, context: PartsContext): PartsHeard | string {
  if (!line.trim()) return say`Say what there is, like “8 tanks of 11 m³ named H1–H8”.`;
  if (line.length > MOST_LETTERS) return say`That is ${line.length} letters: say one part at a time.`;
  const all: PartsHeard = { places: [], equipment: [], notUnderstood: [] };
  const ground = hearing(context);
  const heard = [];
  for (const part of splitSentence(line)) {
    const one = hear(part.text, ground);
    if (typeof one === 'string') return one;
    heard.push({ ...one, from: part.from, isEach: part.isEach, isBehind: part.isBehind });
  }
  // A loop or room that is said once is meant for all of the sentence.
  const loops = heard.find((h) => h.loops)?.loops ?? null;
  const room = heard.find((h) => h.room)?.room ?? null;
  const before = heard[0];
  let last: string | null = null;
  for (const [i, one] of heard.entries()) {
    const times = one.isEach && i > 0 ? one.times * (before!.count ?? 1) : one.times;
    const made = make(
      { ...one, times, loops: one.loops ?? loops, room: one.room ?? room },
      {
        loop: ownLoop(context),
        taken: [...context.taken, ...all.places.map((p) => p.code)],
        machines: [...(context.machines ?? []), ...all.equipment.map((e) => e.name)],
      },
    );
    if (typeof made === 'string') return made;
    const behind: { behind?: string } = one.isBehind && last ? { behind: last } : {};
    all.places.push(...made.places.map((p) => ({ ...p, ...behind })));
    all.equipment.push(...made.equipment.map((e) => ({ ...e, ...behind })));
    last = made.places[0]?.code ?? made.equipment[0]?.name ?? last;
    all.notUnderstood.push(
      ...one.left.map((span) => told(one, span, 'left')),
      ...made.unused.map((span) => told(one, span, 'unused')),
    );
  }
  all.notUnderstood.sort((a, b) => a.from - b.from);
  return all;
}

/** The same for tables and acts, where nobody is asked: what is not understood makes nothing. @returns the parts, or why not */
export function readParts(line: string, context: PartsContext): PartsRead | string {
  const heard = hearParts(line, context);
  if (typeof heard === 'string') return heard;
  const [first] = heard.notUnderstood;
  return first
    ? say`“${first.text}” is not understood: ${first.hint}`
    : { places: heard.places, equipment: heard.equipment };
}

const coded = (loop: string | { code: string; name?: string }) => (typeof loop === 'string' ? { code: loop } : loop);

const ownLoop = ({ loop, loops }: PartsContext) =>
  loops.map(coded).find((l) => l.code.toLowerCase() === loop?.toLowerCase())?.code ?? null;

function hearing({ loops, places = [], rooms = [] }: PartsContext): HearContext {
  return {
    loops: loops.map(coded),
    rooms: [...new Set([...places.map((p) => p.room), ...rooms].filter(Boolean))],
    countOf: (thing: Thing) => {
      if (!('place' in thing)) return 0;
      const own = places.filter((p) => p.role === thing.place && (!thing.method || p.method === thing.method));
      const isPieces = thing.method === 'tower' || thing.method === 'bucket';
      return isPieces ? own.reduce((n, p) => n + (p.positions ?? 0) / (p.pieceSize ?? 1), 0) : own.length;
    },
  };
}

function told(one: { line: string; from: number; noun: string }, span: Span, why: 'left' | 'unused'): NotUnderstood {
  const text = one.line.slice(span.from, span.until).trim();
  const hint =
    why === 'unused'
      ? say`A ${one.noun.replace(/s$/, '')} is not described by that. Leave it out, or say it of another part.`
      : /\d/.test(text)
        ? say`no measure that is known here, or one that was said already. Flows are written in m³/h, L/min or gal/h.`
        : say`names come after “named”, rooms after “in”, like “in room two”, or in quotes.`;
  return { from: one.from + span.from, until: one.from + span.until, text, hint };
}
