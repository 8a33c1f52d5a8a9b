import { readNumber } from '../quantity/readNumber';
import { plural, say } from '../words/words';
import {
  NO_EQUIPMENT,
  NO_PLACE,
  type EquipmentKind,
  type EquipmentPart,
  type Method,
  type PartRole,
  type PlacePart,
} from './description';

/**
 * Parts of a farm said as one would say them to a builder: `8 tanks of 11 m³ named H1–H8`, `2 beds of 28 rafts of 36 holes,
 * 17 × 1.2 m`, `pump 12 m³/h 90 W 15 on 45 off`. Like the log line it is a syntax, the same in every language.
 */

export interface PartsContext {
  /** The loop they belong to unless the line names another with `for CODE`. */
  loop: string | null;
  loops: readonly string[];
  /** Codes that are in use. */
  taken: readonly string[];
}

export interface PartsRead {
  places: PlacePart[];
  equipment: EquipmentPart[];
}

/** @returns the parts, or what is not understood, in words */
export function readParts(line: string, context: PartsContext): PartsRead | string {
  const said = takeApart(line);
  if (typeof said === 'string') return said;
  const loop = said.loop ?? context.loop;
  if (said.loop && !context.loops.some((l) => l.toLowerCase() === said.loop!.toLowerCase()))
    return say`There is no loop called ${said.loop}.`;
  const own = context.loops.find((l) => l.toLowerCase() === loop?.toLowerCase()) ?? null;
  const measured = said.noun.match(/\d[\d.,]*\s*\p{L}+\/\p{L}+/u);
  if (measured) return say`“${measured[0]}” is no measure that is known here: write flows in m³/h, L/min or gal/h.`;
  const thing = THINGS.find((t) => t.is.test(said.noun));
  if (!thing)
    return say`“${said.noun}” is no part of a farm that is known here: say tanks, beds, towers, pump, settler, cold room …`;
  if ('equipment' in thing) return { places: [], equipment: equipmentOf(said, thing.equipment, own) };
  return placesOf(said, thing, { ...context, loop: own });
}

/** What a line holds once its measures are taken out. */
interface Said {
  count: number;
  noun: string;
  /** Parts of parts: "of 28 rafts of 36 holes". */
  inner: { count: number; noun: string }[];
  names: string[] | null;
  loop: string | null;
  /** What fish a tank is for. */
  stage: string | null;
  room: string;
  standsOn: PlacePart['standsOn'];
  volumeL: number | null;
  areaM2: number | null;
  sides: [lengthM: number, widthM: number, depthM: number | null] | null;
  flowLH: number | null;
  headM: number | null;
  watts: number | null;
  cycle: [onMin: number, offMin: number] | null;
  kgO2: number | null;
  saltGL: number;
  limitKgM3: number | null;
}

const NUMBER = String.raw`(\d[\d.,]*)`;
const LENGTHS: Record<string, number> = {
  m: 1,
  cm: 0.01,
  ft: 0.3048,
  feet: 0.3048,
  foot: 0.3048,
  in: 0.0254,
  inch: 0.0254,
};
/** International foot and US gallon, exact by definition. */
const VOLUMES: Record<string, number> = {
  'm³': 1000,
  m3: 1000,
  l: 1,
  litre: 1,
  litres: 1,
  liter: 1,
  liters: 1,
  gal: 3.785411784,
  gallon: 3.785411784,
  gallons: 3.785411784,
  'ft³': 28.316846592,
  ft3: 28.316846592,
};
const FLOWS: Record<string, number> = {
  'm³/h': 1000,
  'm3/h': 1000,
  'm³/hr': 1000,
  'm3/hr': 1000,
  'l/h': 1,
  'l/hr': 1,
  lph: 1,
  'l/min': 60,
  lpm: 60,
  'gal/h': 3.785411784,
  'gal/hr': 3.785411784,
  gph: 3.785411784,
  'gal/min': 227.12470704,
  gpm: 227.12470704,
};
const COUNTS = [
  'no',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
];
const MOST = 200;

/** Takes one measure out of a line. */
function lift(rest: { line: string }, pattern: RegExp): RegExpMatchArray | null {
  const found = rest.line.match(pattern);
  if (found) rest.line = rest.line.replace(found[0], ' ').replace(/\s+/g, ' ');
  return found;
}

const oneOfKeys = (units: Record<string, number>) =>
  Object.keys(units)
    .sort((a, b) => b.length - a.length)
    .map((u) => u.replace('/', '\\/'))
    .join('|');

function measure(rest: { line: string }, units: Record<string, number>, after = ''): number | null {
  const found = lift(rest, new RegExp(`${NUMBER}\\s*(${oneOfKeys(units)})${after}(?![\\p{L}\\d/²³])`, 'iu'));
  const value = found && readNumber(found[1]!.replace(/[.,]+$/, ''));
  return found && value !== null && value !== undefined ? value * units[found[2]!.toLowerCase()]! : null;
}

function sidesOf(rest: { line: string }): Said['sides'] {
  const unit = `(${oneOfKeys(LENGTHS)})`;
  const found = lift(
    rest,
    new RegExp(
      `${NUMBER}\\s*${unit}?\\s*[×x*]\\s*${NUMBER}(?:\\s*${unit}?\\s*[×x*]\\s*${NUMBER})?\\s*${unit}(?![\\p{L}\\d²³/])`,
      'iu',
    ),
  );
  if (!found) return null;
  const last = LENGTHS[found[6]!.toLowerCase()]!;
  const side = (text: string | undefined, own?: string) =>
    text ? (readNumber(text.replace(/[.,]+$/, '')) ?? 0) * (own ? LENGTHS[own.toLowerCase()]! : last) : null;
  return [side(found[1], found[2])!, side(found[3], found[4])!, side(found[5])];
}

function takeApart(line: string): Said | string {
  const rest = { line: ` ${line.trim().replace(/\s+/g, ' ')} ` };
  if (!line.trim()) return say`Say what there is, like “8 tanks of 11 m³ named H1–H8”.`;
  const named = lift(rest, /\bnamed ([^,]+?)(?=,| in | on a | on the | for |$)/iu);
  const names = named ? namesOf(named[1]!.trim()) : null;
  if (typeof names === 'string') return names;
  const where = lift(rest, /\bon (?:a |the )?(stand|roof|floor)\b/iu);
  const stage = lift(rest, /\bfor (?:the )?(fry|fingerlings?|juveniles?|nursery|grow-?out|ornamentals?)\b/iu);
  const loop = lift(rest, /\b(?:for|in|on) loop ([\p{L}\d_-]+)/iu) ?? lift(rest, /\bfor ([\p{L}\d_-]+)/iu);
  const room = lift(rest, /\bin (?:the )?([\p{L}][\p{L}\d ’'-]*)/iu);
  const cycle = lift(rest, new RegExp(`${NUMBER} ?(?:min(?:utes)?)? on,? ?${NUMBER} ?(?:min(?:utes)?)? off`, 'iu'));
  const salt = lift(rest, new RegExp(`(?:salted )?${NUMBER} ?g\\/l`, 'iu'));
  const limit = lift(rest, new RegExp(`${NUMBER} ?kg\\/m[³3]`, 'iu'));
  const measures = {
    kgO2: measure(rest, { kg: 1 }, String.raw` ?(?:of )?(?:o2|o₂|oxygen)`),
    flowLH: measure(rest, FLOWS),
    watts: measure(rest, { kw: 1000, w: 1, watts: 1 }),
    areaM2: measure(rest, { 'm²': 1, m2: 1, 'ft²': 0.09290304, ft2: 0.09290304 }),
    sides: sidesOf(rest),
    volumeL: measure(rest, VOLUMES),
    headM: measure(rest, LENGTHS, ' ?(?:high|head|up)'),
  };
  const words = rest.line.replace(/[,;]/g, ' ').replace(/\s+/g, ' ').trim();
  const parts = words
    .split(/\bof\b/u)
    .map((part) => counted(part.trim()))
    .filter((p) => p.noun || p.count !== null);
  const [outer, ...inner] = parts;
  if (!outer?.noun) return say`Say what there is, like “8 tanks of 11 m³ named H1–H8”.`;
  const count = outer.count ?? names?.length ?? 1;
  if (count < 1 || count > MOST) return say`From 1 to ${MOST} at once.`;
  return {
    count,
    noun: outer.noun,
    inner: inner.map((p) => ({ count: p.count ?? 1, noun: p.noun })),
    names,
    loop: loop?.[1] ?? null,
    stage: stage ? stageOf(stage[1]!.toLowerCase()) : null,
    room: room?.[1]?.trim() ?? '',
    standsOn: (where?.[1]?.toLowerCase() as PlacePart['standsOn']) ?? 'floor',
    cycle: cycle ? [readNumber(cycle[1]!) ?? 0, readNumber(cycle[2]!) ?? 0] : null,
    saltGL: salt ? (readNumber(salt[1]!) ?? 0) : 0,
    limitKgM3: limit ? readNumber(limit[1]!) : null,
    ...measures,
  };
}

function stageOf(word: string): string {
  if (/^grow/.test(word)) return 'grow-out';
  return /^orna/.test(word) ? 'ornamental' : 'nursery';
}

function counted(part: string): { count: number | null; noun: string } {
  const found = part.match(/^(\d[\d.,\s]*|an?(?= )|[a-z]+(?= ))?\s*(.*)$/iu);
  const [, first = '', noun = ''] = found ?? [];
  if (/^\d/.test(first))
    return { count: readNumber(first.trim().replace(/[.,]+$/, '')), noun: noun.trim().toLowerCase() };
  const spelled = /^an?$/i.test(first) ? 1 : COUNTS.indexOf(first.toLowerCase());
  if (spelled > 0) return { count: spelled, noun: noun.trim().toLowerCase() };
  return { count: null, noun: part.toLowerCase() };
}

/** `H1–H8`, `H1 to H8`, `A, B` or one name. */
function namesOf(text: string): string[] | string {
  const run = text.match(/^(\S*?)(\d+)\s*(?:–|—|-|\.\.|to)\s*(\S*?)(\d+)$/u);
  if (!run) return text.split(/[\s/]+/).filter(Boolean);
  const [, letters = '', from, , until] = run;
  const [low, high] = [Number(from), Number(until)];
  if (high < low || high - low >= MOST) return say`“${text}” counts no run of names: write it like H1–H8.`;
  return Array.from({ length: high - low + 1 }, (_, i) => `${letters}${low + i}`);
}

interface PlaceThing {
  is: RegExp;
  place: PartRole;
  /** What its code begins with where none is given. */
  letter: string;
  stage?: string;
  method?: Method;
  /** All of the count are pieces of one bed. */
  oneBed?: boolean;
}
interface EquipmentThing {
  is: RegExp;
  equipment: EquipmentKind;
}

/** Nouns in the order they are tried: the closer ones first. */
const THINGS: (PlaceThing | EquipmentThing)[] = [
  { is: /^purge|purging/, place: 'purge', letter: 'P' },
  { is: /^quarantine/, place: 'quarantine', letter: 'Q' },
  { is: /^(live )?holding tank/, place: 'live', letter: 'L' },
  { is: /^(nursery|fry|fingerling) tank/, place: 'tank', letter: 'T', stage: 'nursery' },
  { is: /^(mid|middle|grower) tank/, place: 'tank', letter: 'T', stage: 'mid' },
  { is: /^(pond|ornamental|display) tank/, place: 'tank', letter: 'T', stage: 'ornamental' },
  {
    is: /^((grow-out|growout|fish|round|square) )?tanks?$|^pools?$|^(ibc|tote|barrel|vat)s?( tanks?)?$/,
    place: 'tank',
    letter: 'T',
    stage: 'grow-out',
  },
  { is: /^sump/, place: 'sump', letter: 'S' },
  { is: /^cold (room|store)|^fridge|^chill/, place: 'cold', letter: 'COLD' },
  { is: /^feed (store|room|shed)/, place: 'feed', letter: 'FEED' },
  { is: /^seed (store|room|drawer|fridge)/, place: 'seed', letter: 'SEED' },
  { is: /^chemical/, place: 'chemicals', letter: 'CHEM' },
  { is: /^(dry )?(store|shed)/, place: 'dry', letter: 'DRY' },
  { is: /^(nursery|germination|seedling)|^trays?$|^bench|^racks?$/, place: 'nursery', letter: 'NB', method: 'tray' },
  { is: /^(moving|fixed|static) bed|^bio|^bead|^trickl|^filter media/, equipment: 'filter' },
  { is: /^(drum|sieve|screen|swirl|radial|settl|sock|clarif|solids|sludge)/, equipment: 'solids' },
  { is: /^minerali[sz]/, equipment: 'mineraliser' },
  { is: /^(air|blower|aerator|diffuser|oxygen|venturi)/, equipment: 'aerator' },
  { is: /pump/, equipment: 'pump' },
  { is: /heat/, equipment: 'heater' },
  { is: /^(chill|cool)/, equipment: 'chiller' },
  { is: /^(light|lamp)/, equipment: 'light' },
  { is: /^(probe|sensor|meter)/, equipment: 'probe' },
  { is: /valve/, equipment: 'valve' },
  { is: /generator|^battery/, equipment: 'generator' },
  { is: /tower/, place: 'bed', letter: 'V', method: 'tower', oneBed: true },
  { is: /bucket|grow bags?/, place: 'bed', letter: 'B', method: 'bucket', oneBed: true },
  { is: /^(media|gravel|clay|ebb)/, place: 'bed', letter: 'M', method: 'media' },
  { is: /^sand/, place: 'bed', letter: 'SB', method: 'sand' },
  { is: /^soil/, place: 'bed', letter: 'E', method: 'soil' },
  { is: /^(film|nft|gutter|thin)/, place: 'bed', letter: 'N', method: 'film' },
  { is: /^raft|channel|^deep/, place: 'bed', letter: 'R', method: 'raft' },
  { is: /^beds?$/, place: 'bed', letter: 'R' },
];

/** Kilograms of fish in a cubic metre that a place is planned for. Planning defaults. */
const LIMIT_KG_M3: Record<string, number> = {
  nursery: 30,
  mid: 40,
  'grow-out': 40,
  ornamental: 15,
  test: 20,
  purge: 35,
  quarantine: 20,
  live: 30,
  sump: 4,
};

function equipmentOf(said: Said, kind: EquipmentKind, loop: string | null): EquipmentPart[] {
  const title = said.noun.charAt(0).toUpperCase() + said.noun.slice(1).replace(/s$/, '');
  const filter = kind === 'filter';
  return Array.from({ length: said.count }, (_, i) => ({
    ...NO_EQUIPMENT,
    name: said.names?.[i] ?? (said.count > 1 ? `${title} ${i + 1}` : title),
    kind,
    loop,
    flowLH: said.flowLH,
    headM: said.headM,
    watts: said.watts,
    onMin: said.cycle?.[0] ?? null,
    offMin: said.cycle?.[1] ?? null,
    kgO2PerDay: kind === 'aerator' ? (said.kgO2 ?? oxygenOfWatts(said.watts)) : null,
    volumeM3: filter && said.volumeL ? said.volumeL / 1000 : null,
    surfaceM2PerM3: filter ? 500 : null,
    gTanPerM2Day: filter ? 0.45 : null,
  }));
}

/** Oxygen that a watt of blown air brings into the water in a day, kg: 1 kg for each kWh. Planning default for fine bubbles. */
const KG_O2_PER_KWH = 1;
const oxygenOfWatts = (watts: number | null) => (watts ? (watts * 24 * KG_O2_PER_KWH) / 1000 : null);

function placesOf(said: Said, thing: PlaceThing, context: PartsContext): PartsRead | string {
  const isBed = thing.place === 'bed' || thing.place === 'nursery';
  const bed = isBed ? bedOf(said, thing) : null;
  if (typeof bed === 'string') return bed;
  const count = thing.oneBed || (thing.method === 'tray' && /tray/.test(said.noun)) ? 1 : said.count;
  const names =
    said.names ?? freeNames(bed ? (LETTER_OF[bed.method] ?? thing.letter) : thing.letter, count, context.taken);
  if (names.length !== count)
    return say`${plural(count, '# part', '# parts')} and ${plural(names.length, '# name', '# names')}: they do not go together.`;
  const twice = names.find((n, i) =>
    [...context.taken, ...names.slice(0, i)].some((t) => t.toUpperCase() === n.toUpperCase()),
  );
  if (twice) return say`There is a ${twice} already. Each place has a code of its own.`;
  const volumeL = said.volumeL ?? roomOf(said.sides);
  if (!isBed && NEEDS_VOLUME.includes(thing.place) && !volumeL) return say`Say how much water it holds: “… of 5 m³”.`;
  const withLoop = ['tank', 'sump', 'bed', 'nursery'].includes(thing.place);
  if (withLoop && !context.loop) return say`Make a loop first, or say which: “… for HERON”.`;
  const made = names.map((code) => ({
    ...NO_PLACE,
    code: code.toUpperCase(),
    role: thing.place,
    loop: withLoop ? context.loop : null,
    room: said.room,
    standsOn: said.standsOn,
    stage: said.stage ?? thing.stage ?? null,
    volumeL: isBed ? null : volumeL,
    limitKgM3: said.limitKgM3 ?? LIMIT_KG_M3[said.stage ?? thing.stage ?? thing.place] ?? null,
    saltGL: said.saltGL,
    lengthM: said.sides?.[0] ?? null,
    widthM: said.sides?.[1] ?? null,
    ...(bed ?? {}),
  }));
  return { places: made, equipment: [] };
}

const NEEDS_VOLUME: readonly PartRole[] = ['tank', 'sump', 'purge', 'quarantine', 'live'];
const LETTER_OF: Partial<Record<Method, string>> = {
  raft: 'R',
  film: 'N',
  tower: 'V',
  bucket: 'B',
  media: 'M',
  sand: 'SB',
  soil: 'E',
};

/** Water in a tank of these sides, L, when its depth is said. */
const roomOf = (sides: Said['sides']) => (sides?.[2] ? sides[0] * sides[1] * sides[2] * 1000 : null);

/** Places in a square metre where nothing is said, and floor that one piece takes, m². Planning defaults. */
const PER_M2: Partial<Record<Method, number>> = { raft: 36, film: 24, media: 25, sand: 25, soil: 25, tray: 800 };
const PIECE_M2: Partial<Record<Method, number>> = { tower: 0.25, bucket: 0.33, tray: 0.18 };

type BedSizes = Pick<PlacePart, 'positions' | 'pieceSize' | 'areaM2'> & { method: Method };

function bedOf(said: Said, thing: PlaceThing): BedSizes | string {
  const inner = said.inner.map((p) => p.noun).join(' ');
  const method: Method =
    thing.method ??
    (/tower/.test(inner) ? 'tower' : /bucket/.test(inner) ? 'bucket' : /media|gravel/.test(inner) ? 'media' : 'raft');
  const shape = said.sides ? said.sides[0] * said.sides[1] : said.areaM2;
  const ofOne = thing.oneBed || (method === 'tray' && /tray/.test(said.noun));
  // "18 towers of 40": the towers are the pieces; "2 beds of 28 rafts of 36 holes": the rafts are.
  const [pieces, size] = ofOne
    ? [said.count, said.inner[0]?.count ?? (method === 'bucket' ? 1 : method === 'tray' ? 104 : null)]
    : said.inner.length > 1
      ? [said.inner[0]!.count, said.inner[1]!.count]
      : [null, null];
  if (method === 'tower' && !size) return say`Say how many sites a tower has: “18 towers of 40”.`;
  if (pieces && size)
    return {
      method,
      positions: Math.round(pieces * size),
      pieceSize: Math.round(size),
      areaM2: shape ?? (PIECE_M2[method] ? pieces * PIECE_M2[method] : (pieces * size) / (PER_M2[method] ?? 36)),
    };
  const told = said.inner[0]?.count ?? null;
  if (!told && !shape) return say`Say how large it is: “… 17 × 1.2 m”, or how many places it has: “… of 600 holes”.`;
  const areaM2 = shape ?? told! / (PER_M2[method] ?? 36);
  const positions = Math.round(told ?? areaM2 * (PER_M2[method] ?? 36));
  return { method, positions, pieceSize: Math.max(1, Math.round(Math.min(positions, PER_M2[method] ?? 24))), areaM2 };
}

function freeNames(letter: string, count: number, taken: readonly string[]): string[] {
  const used = new Set(taken.map((t) => t.toUpperCase()));
  if (count === 1 && letter.length > 2 && !used.has(letter)) return [letter];
  const names: string[] = [];
  for (let n = 1; names.length < count; n++) if (!used.has(`${letter}${n}`)) names.push(`${letter}${n}`);
  return names;
}
