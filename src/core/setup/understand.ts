import { plural, say } from '../words/words';
import { copyLoop, hearCopy, type CopyWish } from './copyLoop';
import type { FarmDescription } from './description';
import { hearParts, type NotUnderstood, type PartsHeard, type PartsRead } from './readParts';
import { knownHouses, withHouse } from './rooms';
import { hearHouse, houseWords } from './sentence/house';
import { sayBack } from './sentence/sayBack';

/** What a line said of a farm comes to, before it is kept. */
export interface Understood {
  /** Said back, a line for things that are alike. */
  said: string[];
  notUnderstood: NotUnderstood[];
  /** The description with it. */
  keep: (d: FarmDescription) => FarmDescription;
}

/** Adds what was read to a description. */
const withParts = (d: FarmDescription, parts: PartsRead): FarmDescription => ({
  ...d,
  places: [...d.places, ...parts.places],
  equipment: [...d.equipment, ...parts.equipment],
});

/** A line of the set-up: a loop copied, what a room is, or parts. @returns words where nothing can be made of it */
export function understand(d: FarmDescription, line: string): Understood | string {
  const copy = hearCopy(line, d.loops);
  if (typeof copy === 'string') return copy;
  if (copy) return { said: [copyWords(d, copy)], notUnderstood: [], keep: (was) => copyLoop(was, copy) };
  return house(d, line) ?? parts(d, line);
}

const MOST_LETTERS = 400;

function house(d: FarmDescription, line: string): Understood | string | null {
  if (line.length > MOST_LETTERS) return null;
  const heard = hearHouse(line, { houses: knownHouses(d), isFahrenheit: d.habits.units.temperature === 'F' });
  if (heard === null || typeof heard === 'string') return heard;
  const notUnderstood = heard.left.map((span) => ({
    ...span,
    text: line.slice(span.from, span.until),
    hint: say`a room is said by what it is built of, its degrees by day and night, its lamps’ hours and µmol. Beds and machines are a sentence of their own.`,
  }));
  return { said: [houseWords(heard.house, d.habits.units)], notUnderstood, keep: (was) => withHouse(was, heard.house) };
}

const hearFor = (d: FarmDescription, line: string): PartsHeard | string =>
  hearParts(line, {
    loop: d.loops.length === 1 ? d.loops[0]!.code : (d.places.at(-1)?.loop ?? d.loops[0]?.code ?? null),
    loops: d.loops,
    taken: d.places.map((p) => p.code),
    places: d.places,
    rooms: (d.houses ?? []).map((h) => h.name),
    machines: d.equipment.map((e) => e.name),
  });

function parts(d: FarmDescription, line: string): Understood | string {
  const heard = hearFor(d, line);
  if (typeof heard === 'string') return heard;
  return {
    said: sayBack(heard, d.habits.units),
    notUnderstood: heard.notUnderstood,
    keep: (was) => {
      const again = hearFor(was, line);
      return typeof again === 'string' ? was : withParts(was, again);
    },
  };
}

/** What a copy of a loop brings, said back before it is added. */
function copyWords(d: FarmDescription, { code, times }: CopyWish): string {
  const own = { places: d.places.filter((p) => p.loop === code), machines: d.equipment.filter((e) => e.loop === code) };
  const loops = plural(times, '# more loop', '# more loops');
  const count = plural(own.places.length + own.machines.length, '# part', '# parts');
  return say`${loops} like ${d.loops.find((l) => l.code === code)!.name}, each with all that is in it: ${count}.`;
}
