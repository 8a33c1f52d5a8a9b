import { say, told, word } from '../../words/words';
import { formatTemperature, toStored } from '../../quantity/units';
import { READING_KINDS, readingFault } from '../../water/readings/readings';
import { NotUnderstood, readNumber, refuse, type LogContext, type Parsed } from './words';

export const READING_EXAMPLE = word`heron ph 6.4 t 17.9`;

/** After a loop: kinds of readings, each with its number. */
export function reading(loop: LogContext['loops'][number], words: string[], context: LogContext): Parsed {
  const values = new Map<string, number>();
  for (let i = 0; i < words.length; i += 2) {
    const kind = words[i]!.toLowerCase();
    const known = READING_KINDS.get(kind);
    if (!known)
      throw new NotUnderstood(say`“${words[i]}” is not a reading; know ${[...READING_KINDS.keys()].join(', ')}.`);
    const given = readNumber(words[i + 1], say`a value for ${known.name}`);
    const value = known.quantity ? toStored(known.quantity, given, context.units) : given;
    refuse(readingFault(kind, value));
    if (values.has(kind)) throw new NotUnderstood(say`${known.name} is given twice.`);
    values.set(kind, value);
  }
  if (values.size === 0) throw new NotUnderstood(say`Give a reading, like ${loop.code} ph 6.4 t 17.9.`);
  const said = [...values].map(([kind, value]) => {
    const { name, unit, quantity } = READING_KINDS.get(kind)!;
    if (quantity !== 'temperature') return `${told(name)} ${value} ${told(unit)}`.trim();
    const degrees = formatTemperature(value, context.units);
    // Water needs no name; air would be taken for it.
    return kind === 't' ? degrees : `${told(name)} ${degrees}`;
  });
  return {
    ok: true,
    command: 'water.read@1',
    body: { loopId: loop.id, values: Object.fromEntries(values) },
    meaning: say`${loop.name} loop: ${said.join(', ')}`,
  };
}

/** The same of one place of a loop: `H3 do 5.2`, `R1 air 31`. */
export function readingAt(place: LogContext['places'][number], words: string[], context: LogContext): Parsed {
  const loop = context.loops.find((l) => l.id === place.loopId);
  if (!loop) throw new NotUnderstood(say`${place.code} stands in no loop: give the reading for a loop.`);
  const read = reading(loop, words, context);
  if (!read.ok) return read;
  const meaning = read.meaning.replace(say`${loop.name} loop`, place.code);
  return { ...read, body: { ...read.body, placeId: place.id }, meaning };
}
