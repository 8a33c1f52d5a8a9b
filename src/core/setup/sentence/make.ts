import { formatVolume, METRIC } from '../../quantity/units';
import { plural, say } from '../../words/words';
import {
  NO_EQUIPMENT,
  NO_PLACE,
  TANK_ROLES,
  type EquipmentKind,
  type EquipmentPart,
  type Method,
  type PartRole,
  type PlacePart,
} from '../description';
import type { Span } from './ear';
import { isBed, type Heard, type Measures } from './hear';
import type { EquipmentThing, PlaceThing } from './things';

export interface Ground {
  /** The loop they belong to where none is said. */
  loop: string | null;
  /** Codes that are in use. */
  taken: readonly string[];
  /** Names of machines that are in use. */
  machines: readonly string[];
}

export interface Made {
  places: PlacePart[];
  equipment: EquipmentPart[];
  /** What was heard and has no use for such a thing. */
  unused: Span[];
}

export const MOST = 2000;

/** Makes what was heard. @returns words where it cannot be */
export function make(heard: Heard, ground: Ground): Made | string {
  const { thing, measures } = heard;
  const loops = heard.loops ?? [ground.loop];
  const wrong = impossible(measures);
  if (wrong) return wrong;
  return 'equipment' in thing
    ? machines(heard, thing, { loops, machines: ground.machines })
    : places(heard, thing, { ...ground, loops });
}

function impossible({ duty, share, volume }: Measures): string | null {
  if (duty && (duty.offMin < 0 || duty.onMin + duty.offMin > 1440 || (duty.onMin === 0 && duty.offMin > 0)))
    return say`A day has 24 hours: say how long it runs and how long it rests.`;
  if (share && !(share.value > 0 && share.value <= 1)) return say`Give a level between 0 and 100 %.`;
  return volume && !(volume.value > 0) ? say`Say how much water it holds: “… of 5 m³”.` : null;
}

const USED: Record<'bed' | 'tank' | 'store' | EquipmentKind, readonly (keyof Measures)[]> = (() => {
  const plate = ['watts', 'duty'] as const;
  const shape = ['sides', 'area', 'length', 'width', 'depth'] as const;
  return {
    bed: [...shape],
    tank: [...shape, 'volume', 'across', 'share', 'limit', 'salt', 'head'],
    store: [...shape, 'volume'],
    pump: [...plate, 'flow', 'head'],
    aerator: [...plate, 'flow', 'kgO2'],
    solids: [...plate, 'flow', 'volume'],
    filter: [...plate, 'flow', 'volume'],
    mineraliser: [...plate, 'volume'],
    heater: [...plate],
    chiller: [...plate, 'flow', 'volume'],
    light: [...plate, 'photons'],
    probe: [...plate],
    valve: [...plate, 'flow'],
    generator: [...plate],
  };
})();

const unusedOf = (measures: Measures, used: readonly (keyof Measures)[]): Span[] =>
  (Object.keys(measures) as (keyof Measures)[]).flatMap((key) => {
    const said = measures[key];
    return said && !used.includes(key) ? [{ from: said.from, until: said.until }] : [];
  });

const countFault = (count: number) =>
  Number.isInteger(count) && count >= 1 && count <= MOST ? null : say`From 1 to ${MOST} at once.`;

/** Oxygen that a watt of blown air brings into the water in a day, kg: 1 kg for each kWh. Planning default for fine bubbles. */
const KG_O2_PER_KWH = 1;
const oxygenOfWatts = (watts: number | undefined) => (watts ? (watts * 24 * KG_O2_PER_KWH) / 1000 : null);

function machines(
  heard: Heard,
  { equipment: kind }: EquipmentThing,
  { loops, machines: taken }: { loops: (string | null)[]; machines: readonly string[] },
): Made | string {
  const { measures: m, names } = heard;
  const each = (heard.count ?? (heard.times > 1 ? 1 : (names?.length ?? 1))) * heard.times;
  const fault = countFault(each) ?? countFault(each * loops.length);
  if (fault) return fault;
  if (names && names.length !== each) return namesWords(each, names.length);
  const title = heard.noun.charAt(0).toUpperCase() + heard.noun.slice(1).replace(/(?<!s)s$/, '');
  const isFilter = kind === 'filter';
  const holds = isFilter || kind === 'solids' || kind === 'mineraliser' || kind === 'chiller';
  const part = {
    ...NO_EQUIPMENT,
    ...{ kind, isSpare: heard.isSpare, flowLH: m.flow?.value ?? null, headM: m.head?.value ?? null },
    watts: m.watts?.value ?? null,
    onMin: m.duty && m.duty.onMin > 0 ? round(m.duty.onMin) : null,
    offMin: m.duty && m.duty.onMin > 0 ? round(m.duty.offMin) : null,
    kgO2PerDay: kind === 'aerator' ? (m.kgO2?.value ?? oxygenOfWatts(m.watts?.value)) : null,
    volumeM3: holds && m.volume ? m.volume.value / 1000 : null,
    surfaceM2PerM3: isFilter ? 500 : null,
    gTanPerM2Day: isFilter ? 0.45 : null,
    umolS: m.photons?.value ?? null,
    ...(heard.isSpare && heard.least ? { leastSpare: heard.least.value } : {}),
    over: kind === 'light' ? heard.over : null,
  };
  const called = namesFor(title, each * loops.length, taken);
  const made = loops.flatMap((loop, k) =>
    Array.from({ length: each }, (_, i) => ({
      ...{ ...part, loop },
      name: names && loops.length === 1 ? names[i]! : called[k * each + i]!,
    })),
  );
  const unused = [...unusedOf(m, USED[kind]), ...heard.bed.spans, ...(heard.isSpare ? [] : leastOf(heard))];
  return { places: [], equipment: made, unused };
}

/** Only what is in reserve can have a least number. */
const leastOf = ({ least }: Heard): Span[] => (least ? [{ from: least.from, until: least.until }] : []);

/** One of a kind goes by it; others are numbered on from those there are. */
function namesFor(title: string, count: number, taken: readonly string[]): string[] {
  const used = new Set(taken.map((t) => t.toLowerCase()));
  if (count === 1 && !used.has(title.toLowerCase())) return [title];
  const names: string[] = [];
  for (let n = 1; names.length < count; n++) if (!used.has(`${title} ${n}`.toLowerCase())) names.push(`${title} ${n}`);
  return names;
}

/** Minutes to the second. */
const round = (min: number) => Math.round(min * 60) / 60;

const namesWords = (count: number, names: number) =>
  say`${plural(count, '# part', '# parts')} and ${plural(names, '# name', '# names')}: they do not go together.`;

/** Kilograms of fish in a cubic metre that a place is planned for. Planning defaults. */
const LIMIT_KG_M3: Record<string, number> = {
  ...{ nursery: 30, mid: 40, 'grow-out': 40, ornamental: 15, test: 20 },
  ...{ purge: 35, quarantine: 20, live: 30, sump: 4 },
};

const LETTER_OF: Partial<Record<Method, string>> = {
  ...{ raft: 'R', film: 'N', tower: 'V', bucket: 'B', media: 'M', sand: 'SB', soil: 'E' },
};

const IN_LOOP: readonly PartRole[] = ['tank', 'sump', 'bed', 'nursery'];

function places(heard: Heard, thing: PlaceThing, ground: Ground & { loops: (string | null)[] }): Made | string {
  const { names, measures: m } = heard;
  const bed = isBed(thing) ? bedOf(heard, thing) : null;
  if (typeof bed === 'string') return bed;
  const inLoop = IN_LOOP.includes(thing.place);
  if (inLoop && !ground.loops.some(Boolean)) return say`Make a loop first, or say which: “… for HERON”.`;
  const loops = inLoop ? ground.loops : [null];
  const own = bed ? (heard.bed.beds ?? (heard.bed.pieces === null ? heard.count : 1)) : heard.count;
  const each = (own ?? (heard.times > 1 ? 1 : (names?.length ?? 1))) * heard.times;
  const fault = countFault(each) ?? countFault(each * loops.length);
  if (fault) return fault;
  const count = each * loops.length;
  const letter = bed ? (LETTER_OF[bed.method] ?? thing.letter) : thing.letter;
  const codes = names ?? freeNames(letter, count, ground.taken);
  if (codes.length !== count) return namesWords(count, codes.length);
  const odd = codes.find((code) => !/^[\p{L}\d_.-]{1,20}$/u.test(code));
  if (odd) return say`“${odd}” is no code: up to 20 letters and digits, without spaces.`;
  const used = new Set(ground.taken.map((t) => t.toUpperCase()));
  const twice = codes.find((n) => used.has(n.toUpperCase()) || !used.add(n.toUpperCase()));
  if (twice) return say`There is a ${twice} already. Each place has a code of its own.`;
  const water = bed ? null : waterOf(heard);
  if (typeof water === 'string') return water;
  if (!bed && TANK_ROLES.includes(thing.place) && !water) return say`Say how much water it holds: “… of 5 m³”.`;
  const stage = heard.stage ?? thing.stage ?? null;
  const part = {
    ...NO_PLACE,
    ...{ role: thing.place, room: heard.room ?? '', standsOn: heard.standsOn ?? ('floor' as const), stage },
    ...{ volumeL: water, saltGL: m.salt?.value ?? 0 },
    limitKgM3: m.limit?.value ?? LIMIT_KG_M3[stage ?? thing.place] ?? null,
    ...shapeOf(m),
    ...(bed ?? {}),
  };
  const made = codes.map((code, i) => ({
    ...part,
    code: code.toUpperCase(),
    loop: loops[Math.floor(i / each)] ?? null,
  }));
  const kind = bed ? 'bed' : TANK_ROLES.includes(thing.place) ? 'tank' : 'store';
  return {
    places: made,
    equipment: [],
    unused: [...unusedOf(m, USED[kind]), ...(bed ? [] : heard.bed.spans), ...leastOf(heard)],
  };
}

const shapeOf = ({ sides, length, width, depth, area }: Measures) => ({
  lengthM: sides?.lengthM ?? length?.value ?? null,
  widthM: sides?.widthM ?? width?.value ?? null,
  depthM: sides?.depthM ?? depth?.value ?? null,
  areaM2: area?.value ?? null,
});

/** What two ways of saying it may differ by. */
const SAME = 0.05;

/** Water in it, L: as it is said, or by its shape; of that what it is filled to. @returns words where they contradict each other */
function waterOf({ measures: m }: Heard): number | null | string {
  const { lengthM, widthM, depthM } = shapeOf(m);
  const high = depthM ?? m.head?.value ?? null;
  const floorM2 = m.across ? (Math.PI * m.across.value ** 2) / 4 : lengthM && widthM ? lengthM * widthM : null;
  const byShape = floorM2 && high ? floorM2 * high * 1000 : null;
  const said = m.volume?.value ?? null;
  if (said && byShape && Math.abs(said - byShape) > byShape * SAME)
    return say`Its sides give ${formatVolume(byShape, METRIC)}, but you said ${formatVolume(said, METRIC)}. Give only one of them.`;
  const whole = said ?? byShape;
  return whole === null ? null : whole * (m.share?.value ?? 1);
}

/** Places in a square metre where nothing is said, and floor that one piece takes, m². Planning defaults. */
const PER_M2: Partial<Record<Method, number>> = { raft: 36, film: 24, media: 25, sand: 25, soil: 25, tray: 800 };
const PIECE_M2: Partial<Record<Method, number>> = { tower: 0.25, bucket: 0.33, tray: 0.18 };
const USUAL_TRAY = 104;

type BedSizes = Pick<PlacePart, 'positions' | 'pieceSize' | 'areaM2'> & { method: Method };

function bedOf({ bed, measures: m, count }: Heard, thing: PlaceThing): BedSizes | string {
  const method = thing.method ?? 'raft';
  const { lengthM, widthM } = shapeOf(m);
  const shape = lengthM && widthM ? lengthM * widthM : (m.area?.value ?? null);
  if ([bed.beds, bed.pieces, bed.cells, count].some((n) => n !== null && !(n >= 1)))
    return say`From 1 to ${MOST} at once.`;
  let pieces = bed.pieces;
  if (pieces !== null && bed.isTotal) {
    if (pieces % bed.beds! !== 0) return say`${pieces} do not come out even in ${bed.beds!}: say how many are in each.`;
    pieces /= bed.beds!;
  }
  const size = bed.cells ?? (pieces === null ? null : method === 'bucket' ? 1 : method === 'tray' ? USUAL_TRAY : null);
  if (method === 'tower' && !size) return say`Say how many sites a tower has: “18 towers of 40”.`;
  if (pieces && size)
    return {
      ...{ method, positions: Math.round(pieces * size), pieceSize: Math.round(size) },
      areaM2: shape ?? (PIECE_M2[method] ? pieces * PIECE_M2[method] : (pieces * size) / (PER_M2[method] ?? 36)),
    };
  if (!bed.cells && !shape)
    return say`Say how large it is: “… 17 × 1.2 m”, or how many places it has: “… of 600 holes”.`;
  const perM2 = PER_M2[method] ?? 36;
  const areaM2 = shape ?? bed.cells! / perM2;
  const positions = Math.round(bed.cells ?? areaM2 * perM2);
  const pieceSize = pieces ? Math.max(1, Math.round(positions / pieces)) : Math.min(positions, PER_M2[method] ?? 24);
  return { method, positions, pieceSize: Math.max(1, Math.round(pieceSize)), areaM2 };
}

function freeNames(letter: string, count: number, taken: readonly string[]): string[] {
  const used = new Set(taken.map((t) => t.toUpperCase()));
  if (count === 1 && letter.length > 2 && !used.has(letter)) return [letter];
  const names: string[] = [];
  for (let n = 1; names.length < count; n++) if (!used.has(`${letter}${n}`)) names.push(`${letter}${n}`);
  return names;
}
