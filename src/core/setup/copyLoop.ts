import { say } from '../words/words';
import type { FarmDescription, LoopPart } from './description';
import { firstFree } from './kept';

export interface CopyWish {
  code: string;
  times: number;
}

export const MOST_LOOPS = 60;

/** `copy loop heron 4 times`, `four more loops like heron`, `heron 3 times more`: which, and how many more; null: something else is said. */
export function hearCopy(line: string, loops: readonly Pick<LoopPart, 'code' | 'name'>[]): CopyWish | string | null {
  const heard = WAYS.map((way) => way.exec(line.trim())).find(Boolean)?.groups;
  if (!heard) return null;
  const named = heard.loop!.trim().toLowerCase();
  const loop = loops.find((l) => l.code.toLowerCase() === named || l.name.trim().toLowerCase() === named);
  if (!loop)
    return say`There is no loop ${heard.loop!.trim()} to copy; there is ${loops.map((l) => l.code).join(', ')}.`;
  const times = heard.n === undefined ? 1 : numberOf(heard.n);
  if (times === null || times < 1) return say`Say how many times: “copy loop ${loop.code} 4 times”.`;
  if (loops.length + times > MOST_LOOPS) return say`A farm has at most ${MOST_LOOPS} loops.`;
  return { code: loop.code, times };
}

const N = String.raw`(?<n>\d{1,3}|one|once|two|twice|three|four|five|six|seven|eight|nine|ten|eleven|twelve)`;
const LOOP = String.raw`(?:the )?(?:loop )?(?<loop>[\p{L}\d][\p{L}\d _-]*?)`;
const WITH_ALL = String.raw`(?:,? with (?:all|everything)(?: (?:that is )?in it)?)?`;
const WAYS = [
  new RegExp(
    String.raw`^(?:copy|repeat|double) ${LOOP}${WITH_ALL}(?:,? ${N}(?: times)?(?: more)?)?${WITH_ALL}\.?$`,
    'iu',
  ),
  new RegExp(
    String.raw`^${N} (?:more |other )?(?:loops?|copies)(?: just)? (?:like|as|of|the same as) ${LOOP}${WITH_ALL}\.?$`,
    'iu',
  ),
];
const WORDS = ['one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve'];

function numberOf(text: string): number | null {
  const word = { once: 'one', twice: 'two' }[text.toLowerCase()] ?? text.toLowerCase();
  const at = WORDS.indexOf(word);
  return at >= 0 ? at + 1 : /^\d+$/.test(word) ? Number(word) : null;
}

/** A loop so many times more, with all that is in it: tanks, beds, machines, each with the next free code or name. */
export function copyLoop(d: FarmDescription, { code, times }: CopyWish): FarmDescription {
  let next = d;
  for (let n = 0; n < times; n++) next = copyOnce(next, code);
  return next;
}

function copyOnce(d: FarmDescription, code: string): FarmDescription {
  const loop = d.loops.find((l) => l.code === code)!;
  const loops = new Set(d.loops.map((l) => l.code));
  const own = numbered(code, loops);
  const name = numberedName(loop.name, new Set(d.loops.map((l) => l.name)));
  const codes = new Set(d.places.map((p) => p.code.toUpperCase()));
  const names = new Set(d.equipment.map((e) => e.name.toLowerCase()));
  const became = new Map<string, string>();
  const take = (was: string, free: (was: string) => string, taken: Set<string>, as: (s: string) => string) => {
    const is = free(was);
    taken.add(as(is));
    became.set(was, is);
    return is;
  };
  const places = d.places
    .filter((p) => p.loop === code)
    .map((p) => ({
      ...p,
      loop: own,
      code: take(
        p.code,
        (c) => nextCode(c, codes),
        codes,
        (s) => s.toUpperCase(),
      ),
    }));
  const equipment = d.equipment
    .filter((e) => e.loop === code)
    .map((e) => ({
      ...e,
      loop: own,
      name: take(
        e.name,
        (c) => nextCode(c, names, ' '),
        names,
        (s) => s.toLowerCase(),
      ),
    }));
  const follow = <T extends { behind?: string | null }>(part: T): T =>
    part.behind ? { ...part, behind: became.get(part.behind) ?? part.behind } : part;
  return {
    ...d,
    loops: [...d.loops, { ...loop, code: own, name }],
    places: [...d.places, ...places.map(follow)],
    equipment: [...d.equipment, ...equipment.map(follow)],
  };
}

const numbered = (code: string, taken: ReadonlySet<string>): string => {
  const base = code.replace(/[-_]?\d+$/, '');
  for (let n = 2; ; n++) if (!taken.has(`${base}${n}`)) return `${base}${n}`;
};

function numberedName(name: string, taken: ReadonlySet<string>): string {
  const base = name.replace(/\s*\d+$/, '');
  for (let n = 2; ; n++) if (!taken.has(`${base} ${n}`)) return `${base} ${n}`;
}

/** The code with the first free number behind its letters. */
function nextCode(code: string, taken: ReadonlySet<string>, gap = ''): string {
  const [, letters = code, number] = /^(.*?)\s*(\d+)$/.exec(code) ?? [];
  if (number === undefined && gap === '') return firstFree(code.toUpperCase(), taken);
  const is = (s: string) => taken.has(gap ? s.toLowerCase() : s.toUpperCase());
  for (let n = Number(number ?? 1) + 1; ; n++) if (!is(`${letters}${gap}${n}`)) return `${letters}${gap}${n}`;
}
