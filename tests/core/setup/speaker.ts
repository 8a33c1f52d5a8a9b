import { uniformFrom } from '../../../src/core/quantity/seeded';
import type { EquipmentPart, PlacePart } from '../../../src/core/setup/description';
import type { PartsContext } from '../../../src/core/setup/readParts';

/** Sentences as owners say them, made at random from a grammar of our own. */

export const loops = [
  { code: 'heron', name: 'Heron' },
  { code: 'brook', name: 'Brook water' },
  { code: 'fen', name: 'Fen' },
];
export const context: PartsContext = {
  ...{ loop: 'heron', loops, taken: ['X1'] },
  places: [{ role: 'tank', method: null, room: 'Long house', positions: null, pieceSize: null }],
};

export interface Said {
  line: string;
  /** What every part of it must be. */
  place?: Partial<PlacePart>;
  machine?: Partial<EquipmentPart>;
  count: number;
}

export class Speaker {
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
    ['outside', { room: 'outside' }],
    ['outdoors', { room: 'outside' }],
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

export function tanks(s: Speaker): Said {
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

export function machines(s: Speaker): Said {
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
  if (machine.isSpare && s.whole(0, 1) === 0) {
    machine.leastSpare = s.whole(1, 4);
    clauses.push(
      s.of([
        `at least ${machine.leastSpare}`,
        `never fewer than ${machine.leastSpare}`,
        `keep at least ${machine.leastSpare} in stock`,
      ]),
    );
  }
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

export function beds(s: Speaker): Said {
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
