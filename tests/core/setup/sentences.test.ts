import { describe, expect, test } from 'vitest';
import { METRIC } from '../../../src/core/quantity/units';
import { uniformFrom } from '../../../src/core/quantity/seeded';
import type { EquipmentPart, PlacePart } from '../../../src/core/setup/description';
import { hearParts, type PartsContext } from '../../../src/core/setup/readParts';
import { sayBack } from '../../../src/core/setup/sentence/sayBack';

/** Sentences as owners say them, made at random from a grammar of our own: what is said is what is stored, nothing is dropped. */

const loops = [
  { code: 'heron', name: 'Heron' },
  { code: 'brook', name: 'Brook water' },
  { code: 'fen', name: 'Fen' },
];
const context: PartsContext = {
  ...{ loop: 'heron', loops, taken: ['X1'] },
  places: [{ role: 'tank', method: null, room: 'Long house', positions: null, pieceSize: null }],
};

interface Said {
  line: string;
  /** What every part of it must be. */
  place?: Partial<PlacePart>;
  machine?: Partial<EquipmentPart>;
  count: number;
}

class Speaker {
  private readonly next: () => number;
  constructor(
    seed: number,
    readonly isUs: boolean,
  ) {
    this.next = uniformFrom(seed);
  }
  whole = (low: number, high: number) => low + Math.floor(this.next() * (high - low + 1));
  of = <T>(list: readonly T[]): T => list[Math.floor(this.next() * list.length)]!;
  maybe = <T>(what: () => T): T | null => (this.next() < 0.5 ? what() : null);
  shuffled = <T>(list: readonly T[]): T[] =>
    list
      .map((x) => [this.next(), x] as const)
      .sort((a, b) => a[0] - b[0])
      .map(([, x]) => x);
}

const GALLON_L = 3.785411784;
const WORDS = ['one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight'];

const number = (s: Speaker, n: number) => (n <= 8 && s.whole(0, 3) === 0 ? WORDS[n - 1]! : String(n));

function volume(s: Speaker): [words: string, litres: number] {
  if (s.isUs) {
    const gal = s.whole(1, 90) * 50;
    return [s.of([`${gal} gal`, `${gal} gallons`]), gal * GALLON_L];
  }
  const m3 = s.whole(1, 40) / 2;
  return s.of([
    [`${m3} m³`, m3 * 1000],
    [`${m3} m3`, m3 * 1000],
    [`${m3} cubic metres`, m3 * 1000],
    [`${m3 * 1000} litres`, m3 * 1000],
    [`${m3 * 1000} L`, m3 * 1000],
  ] as const) as [string, number];
}

function roomClause(s: Speaker): [string, Partial<PlacePart>] {
  return s.of([
    ['in the LONG HOUSE', { room: 'Long house' }],
    ['in the north tunnel', { room: 'north tunnel' }],
    ['in glasshouse two', { room: 'glasshouse two' }],
    ['in the pack room', { room: 'pack room' }],
    ['in room “Old Mill”', { room: 'Old Mill' }],
  ]);
}

function loopClause(s: Speaker): [string, string] {
  return s.of([
    ['for brook', 'brook'],
    ['for BROOK', 'brook'],
    ['in loop fen', 'fen'],
    ['for the Brook water loop', 'brook'],
    ['on loop Heron', 'heron'],
  ]);
}

function tanks(s: Speaker): Said {
  const count = s.whole(1, s.of([3, 9, 300]));
  const [size, litres] = volume(s);
  const place: Partial<PlacePart> = { role: 'tank', volumeL: litres, loop: 'heron' };
  const clauses: string[] = [];
  const room = s.maybe(() => roomClause(s));
  if (room) {
    clauses.push(room[0]);
    Object.assign(place, room[1]);
  }
  const loop = s.maybe(() => loopClause(s));
  if (loop) {
    clauses.push(loop[0]);
    place.loop = loop[1];
  }
  const where = s.maybe(() => s.of(['stand', 'roof'] as const));
  if (where) {
    clauses.push(where === 'roof' ? 'on the roof' : 'on a stand');
    place.standsOn = where;
  }
  const limit = s.maybe(() => s.whole(15, 60));
  if (limit) {
    clauses.push(s.of([`up to ${limit} kg/m³`, `to ${limit} kg/m3 of fish`]));
    place.limitKgM3 = limit;
  }
  const share = s.maybe(() =>
    s.of([
      ['three quarters full', 0.75],
      ['half full', 0.5],
      ['filled to 80 %', 0.8],
      ['two thirds full', 2 / 3],
    ] as const),
  );
  if (share) {
    clauses.push(share[0]);
    place.volumeL = litres * share[1];
  }
  const names = s.maybe(() => `${s.of(['named', 'called'])} T${101}${count > 1 ? `–T${100 + count}` : ''}`);
  if (names) clauses.push(names);
  const noun = s.of(count === 1 ? ['tank', 'fish tank', 'round tank'] : ['tanks', 'fish tanks', 'pools', 'tubs']);
  const head = s.of([
    `${number(s, count)} ${noun} of ${size}`,
    `${number(s, count)} ${noun} with ${size} of water`,
    `${count} ${size} ${noun}`,
  ]);
  const glue = s.of([' ', ', ']);
  return { line: [head, ...s.shuffled(clauses)].join(glue), place, count };
}

function duty(s: Speaker): [string, Partial<EquipmentPart>] {
  const [on, off] = [s.whole(1, 50), s.whole(1, 50)];
  const h = s.whole(1, 23);
  return s.of([
    [`${on} on ${off} off`, { onMin: on, offMin: off }],
    [`${on} min on, ${off} min off`, { onMin: on, offMin: off }],
    [`on ${on} s off ${off} min`, { onMin: Math.round(on) / 60, offMin: off }],
    [`${h} h a day`, { onMin: h * 60, offMin: 1440 - h * 60 }],
    [`${h} hours a day on`, { onMin: h * 60, offMin: 1440 - h * 60 }],
    ['from 6:00 to 22:00', { onMin: 960, offMin: 480 }],
    ['off at night', { onMin: 960, offMin: 480 }],
    ['always on', { onMin: null, offMin: null }],
  ]);
}

const MACHINES: [
  noun: [string, string],
  of: Partial<EquipmentPart>,
  measures: ('flow' | 'head' | 'media' | 'light')[],
][] = [
  [['pump', 'pumps'], { kind: 'pump' }, ['flow', 'head']],
  [['blower', 'blowers'], { kind: 'aerator' }, []],
  [['drum filter', 'drum filters'], { kind: 'solids' }, []],
  [['settler', 'settlers'], { kind: 'solids' }, ['media']],
  [['biofilter', 'biofilters'], { kind: 'filter' }, ['media']],
  [['mineraliser', 'mineralisers'], { kind: 'mineraliser' }, ['media']],
  [['lamp', 'lamps'], { kind: 'light' }, ['light']],
  [['heater', 'heaters'], { kind: 'heater' }, []],
  [['cooling pad', 'cooling pads'], { kind: 'chiller' }, []],
];

function machines(s: Speaker): Said {
  const [[one, many], of, measures] = s.of(MACHINES);
  const count = s.whole(1, 6);
  const watts = s.whole(2, 900);
  const machine: Partial<EquipmentPart> = { ...of, watts, loop: 'heron' };
  const clauses: string[] = [];
  const runs = s.maybe(() => duty(s));
  if (runs) {
    clauses.push(runs[0]);
    Object.assign(machine, runs[1]);
  }
  if (measures.includes('flow')) {
    const flow = s.whole(1, 30);
    clauses.push(s.isUs ? `${flow * 100} gph` : s.of([`${flow} m³/h`, `${flow} m3/hr`]));
    machine.flowLH = s.isUs ? flow * 100 * GALLON_L : flow * 1000;
  }
  if (measures.includes('head')) {
    const head = s.whole(1, 9);
    clauses.push(s.isUs ? `${head} ft head` : `${head} m head`);
    machine.headM = s.isUs ? head * 0.3048 : head;
  }
  if (measures.includes('media')) {
    const [words, litres] = volume(s);
    clauses.push(`of ${words}`);
    machine.volumeM3 = litres / 1000;
  }
  if (measures.includes('light')) {
    const umol = s.whole(100, 2000);
    clauses.push(`${umol} µmol/s`);
    machine.umolS = umol;
  }
  const loop = s.maybe(() => loopClause(s));
  if (loop) {
    clauses.push(loop[0]);
    machine.loop = loop[1];
  }
  machine.isSpare = s.whole(0, 4) === 0;
  const spare = machine.isSpare ? 'spare ' : '';
  const times = s.whole(0, 5) === 0 ? s.whole(2, 90) : 1;
  const head =
    times > 1
      ? `a ${spare}${watts} W ${one} at each of ${times} towers`
      : s.of([
          `${number(s, count)} ${spare}${count > 1 ? many : one} ${watts} W`,
          `${number(s, count)} ${spare}${count > 1 ? many : one} of ${watts} watts`,
          `${count} ${spare}${watts} W ${count > 1 ? many : one}`,
        ]);
  return { line: [head, ...s.shuffled(clauses)].join(s.of([', ', ' '])), machine, count: times > 1 ? times : count };
}

function beds(s: Speaker): Said {
  const [n, pieces, cells] = [s.whole(2, 6), s.whole(2, 40), s.whole(4, 60)];
  const lengthM = s.whole(4, 30);
  const clauses: string[] = [];
  const place: Partial<PlacePart> = { role: 'bed', positions: pieces * cells, pieceSize: cells, loop: 'heron' };
  const [piece, method] = s.of([
    ['raft', 'raft'],
    ['tower', 'tower'],
    ['gutter', 'film'],
  ] as const);
  place.method = method;
  if (s.maybe(() => true)) {
    clauses.push(
      s.isUs
        ? `${lengthM} × 4 ft`
        : s.of([`${lengthM} × 1.2 m`, `${lengthM} m by 1.2 m`, `${lengthM} m long, 1.2 m wide`]),
    );
    place.lengthM = s.isUs ? lengthM * 0.3048 : lengthM;
  }
  const room = s.maybe(() => roomClause(s));
  if (room) {
    clauses.push(room[0]);
    Object.assign(place, room[1]);
  }
  const head = s.of([
    `${n} beds of ${pieces} ${piece}s of ${cells} holes`,
    `${n} beds with ${pieces} ${piece}s of ${cells} sites each`,
    `${n} beds, ${pieces} ${piece}s a bed, ${cells} holes a ${piece}`,
    `${cells} holes a ${piece}, ${pieces} ${piece}s a bed, ${n} beds`,
    `${n} beds each of ${pieces} ${piece}s, ${cells} places in each ${piece}`,
    `${pieces * n} ${piece}s of ${cells} holes in ${n} beds`,
  ]);
  return { line: [head, ...s.shuffled(clauses)].join(', '), place, count: n };
}

const close = (was: unknown, wanted: unknown) =>
  typeof wanted === 'number' && typeof was === 'number'
    ? Math.abs(was - wanted) <= Math.abs(wanted) * 1e-6 + 1e-6
    : was === wanted;

function faultOf({ line, place, machine, count }: Said): string | null {
  const heard = hearParts(line, context);
  if (typeof heard === 'string') return `${line}\n  → ${heard}`;
  if (heard.notUnderstood.length > 0)
    return `${line}\n  → not understood: ${heard.notUnderstood.map((n) => n.text).join(' | ')}`;
  const parts = place ? heard.places : heard.equipment;
  if (parts.length !== count || heard.places.length + heard.equipment.length !== count)
    return `${line}\n  → ${heard.places.length} places, ${heard.equipment.length} machines, wanted ${count}`;
  const wanted = (place ?? machine)! as Record<string, unknown>;
  for (const part of parts as unknown as Record<string, unknown>[])
    for (const [key, value] of Object.entries(wanted))
      if (!close(part[key], value)) return `${line}\n  → ${key} is ${String(part[key])}, said ${String(value)}`;
  const back = sayBack(heard, METRIC).join(' ');
  return back.includes('undefined') || back.includes('NaN') ? `${line}\n  → said back as ${back}` : null;
}

describe.each([
  ['metric', false],
  ['US', true],
] as const)('in %s units', (_, isUs) => {
  test.each([
    ['tanks', tanks],
    ['machines', machines],
    ['beds', beds],
  ] as const)('500 sentences about %s: stored as they are said, every word used', (_name, sentence) => {
    const faults = Array.from({ length: 500 }, (_x, i) => faultOf(sentence(new Speaker(i * 7 + (isUs ? 1 : 0), isUs))));
    expect(faults.filter(Boolean).slice(0, 8)).toEqual([]);
  });
});

/** Words that no farm is made of. */
const STRANGE = ['zorp', 'quibble', 'blurble', 'mimsy', 'plonk', 'fnord'];

test.each([
  ['tanks', tanks],
  ['machines', machines],
  ['beds', beds],
] as const)('a strange word among %s is marked, wherever it stands, and is no name, room or loop', (_, sentence) => {
  for (let seed = 0; seed < 300; seed++) {
    const s = new Speaker(seed * 13 + 5, seed % 2 === 0);
    const { line } = sentence(s);
    const strange = s.of(STRANGE);
    // Between clauses or at an end: within a number or a name it would be another sentence.
    const words = line.split(', ');
    const at = s.whole(0, words.length);
    const spoiled = [...words.slice(0, at), strange, ...words.slice(at)].join(', ');
    const heard = hearParts(spoiled, context);
    if (typeof heard === 'string') {
      expect(heard, spoiled).toContain(strange);
      continue;
    }
    expect(heard.notUnderstood.map((n) => n.text).join(' '), spoiled).toContain(strange);
    const { from, until } = heard.notUnderstood.find((n) => n.text.includes(strange))!;
    expect(spoiled.slice(from, until)).toContain(strange);
    expect(JSON.stringify([heard.places, heard.equipment])).not.toContain(strange);
  }
});
