import { formatMass, formatNumber, formatTemperature, toStored, type UnitChoice } from '../quantity/units';

/** What the farm holds, as far as the log line needs it. */
export interface LogContext {
  loops: { id: string; code: string; name: string }[];
  places: { id: string; code: string; volumeL?: number | null; densityLimitKgM3?: number | null }[];
  holdings: {
    placeId: string;
    lotId: string;
    lotCode: string;
    kind: 'fish' | 'plants';
    count: number;
    /** Fish: mean weight by forecast, g. */
    meanG: number | null;
    /** Fish that are to get no feed: purged, or about to be. */
    fasting?: boolean;
    /** Plants: the crop and how it is sold. */
    cropName: string | null;
    unit: 'kg' | 'head' | 'bunch' | 'fish' | null;
    daysToRipe: number | null;
  }[];
  units: UnitChoice;
}

export const READING_KINDS = {
  t: { name: 'temperature', low: -2, high: 45, unit: '°C', why: 'no fish water is colder or hotter' },
  ph: { name: 'pH', low: 3, high: 11, unit: '', why: 'outside that the probe is wrong or everything is dead' },
  do: { name: 'dissolved oxygen', low: 0, high: 25, unit: 'mg/L', why: 'water cannot hold more' },
  tan: { name: 'total ammonia', low: 0, high: 50, unit: 'mg/L', why: 'kits end there' },
  no2: { name: 'nitrite', low: 0, high: 50, unit: 'mg/L', why: 'kits end there' },
  no3: { name: 'nitrate', low: 0, high: 1000, unit: 'mg/L', why: 'kits end there' },
} as const;
export type ReadingKind = keyof typeof READING_KINDS;

type Holding = LogContext['holdings'][number];

const RESPONSES = ['eager', 'slow', 'none'] as const;
type Response = (typeof RESPONSES)[number];
const ATE: Record<Response, string> = { eager: 'ate eagerly', slow: 'ate slowly', none: 'did not eat' };

export type LogIntent =
  | { kind: 'dead'; placeId: string; lotId: string; count: number }
  | { kind: 'weigh'; placeId: string; lotId: string; weightsG: number[] }
  | { kind: 'fed'; placeId: string; massG: number; response: Response }
  | { kind: 'picked'; placeId: string; lotId: string; quantity: number }
  | { kind: 'move'; placeId: string; lotCode: string; toPlaceId: string; count: number; massG: number }
  | { kind: 'reading'; loopId: string; values: { kind: ReadingKind; value: number }[] };

export type Parsed = { ok: true; intent: LogIntent; meaning: string } | { ok: false; message: string };

export const LOG_EXAMPLES = [
  'H3 dead 4',
  'H3 weigh 412 388 455',
  'H3 move 100 H4',
  'H3 fed 2.4 slow',
  'R2 picked 96',
  'heron ph 6.4 t 17.9',
];
const LONGEST_LINE = 400;
const MOST_WEIGHTS = 60;

class NotUnderstood extends Error {}

/** Reads one line of the farm's shorthand: place or loop first, then what happened. Never throws. */
export function parseLogLine(text: string, context: LogContext): Parsed {
  try {
    if (text.length > LONGEST_LINE)
      throw new NotUnderstood(`That is ${text.length} characters; a log line has at most ${LONGEST_LINE}.`);
    const words = text.trim().split(/\s+/).filter(Boolean);
    const first = words[0];
    if (!first) throw new NotUnderstood(`Start with a place, like ${LOG_EXAMPLES[0]}.`);
    const loop = context.loops.find((l) => same(l.code, first) || same(l.name, first));
    if (loop) return reading(loop, words.slice(1), context);
    const place = context.places.find((p) => same(p.code, first));
    if (!place) throw new NotUnderstood(`There is no place or loop “${first}”.${nearest(first, context)}`);
    const verb = words[1]?.toLowerCase();
    if (verb === 'dead') return dead(place, words.slice(2), context);
    if (verb === 'weigh') return weigh(place, words.slice(2), context);
    if (verb === 'move') return move(place, words.slice(2), context);
    if (verb === 'fed') return fed(place, words.slice(2), context);
    if (verb === 'picked') return picked(place, words.slice(2), context);
    throw new NotUnderstood(`After ${place.code} say dead, weigh, move, fed or picked.`);
  } catch (error) {
    if (error instanceof NotUnderstood) return { ok: false, message: error.message };
    throw error;
  }
}

function same(a: string, b: string) {
  return a.toLowerCase() === b.toLowerCase();
}

function nearest(word: string, { places, loops }: LogContext) {
  const start = word[0]?.toLowerCase();
  const near = [...places.map((p) => p.code), ...loops.map((l) => l.code)].filter((c) => c[0]?.toLowerCase() === start);
  return near.length > 0 ? ` Near it: ${near.slice(0, 8).join(', ')}.` : '';
}

function readNumber(word: string | undefined, what: string): number {
  const value = Number(word?.replace(',', '.'));
  if (!word || !/^-?\d+([.,]\d+)?$/.test(word) || !Number.isFinite(value)) {
    throw new NotUnderstood(word ? `“${word}” is not a number; give ${what}.` : `Give ${what}.`);
  }
  return value;
}

function holdingAt(
  place: { id: string; code: string },
  kind: Holding['kind'],
  words: string[],
  context: LogContext,
): Holding {
  const here = context.holdings.filter((h) => h.placeId === place.id && h.kind === kind && h.count > 0);
  if (here.length === 0)
    throw new NotUnderstood(`There ${kind === 'fish' ? 'are no fish' : 'is nothing growing'} in ${place.code}.`);
  const named = words.map((w) => here.find((h) => same(h.lotCode, w))).find(Boolean);
  if (named) return named;
  if (kind === 'fish' && here.length > 1) {
    throw new NotUnderstood(
      `${place.code} holds ${here.map((h) => h.lotCode).join(' and ')}: add the one you mean at the end.`,
    );
  }
  return [...here].sort((a, b) => (a.daysToRipe ?? 999) - (b.daysToRipe ?? 999))[0]!;
}

function withoutLots(words: string[], context: LogContext) {
  return words.filter((w) => !context.holdings.some((h) => same(h.lotCode, w)));
}

function dead(place: { id: string; code: string }, words: string[], context: LogContext): Parsed {
  const fish = holdingAt(place, 'fish', words, context);
  const numbers = withoutLots(words, context);
  const count = readNumber(numbers[0], 'how many died');
  if (numbers.length > 1) throw new NotUnderstood('Give one number: how many died.');
  if (!Number.isInteger(count) || count < 1)
    throw new NotUnderstood(`${count} is not a count of dead fish; give 1 or more.`);
  if (count > fish.count)
    throw new NotUnderstood(
      `${place.code} holds ${formatNumber(fish.count)} fish; ${formatNumber(count)} cannot have died.`,
    );
  const left = formatNumber(fish.count - count);
  return {
    ok: true,
    intent: { kind: 'dead', placeId: place.id, lotId: fish.lotId, count },
    meaning: `${count} dead from ${fish.lotCode} in ${place.code}, ${left} left`,
  };
}

/** As many as said, or all, at the forecast weight. What stands against a move is asked and answered on the tank's page. */
function move(place: { id: string; code: string }, words: string[], context: LogContext): Parsed {
  const fish = holdingAt(place, 'fish', words, context);
  const [many, where, ...rest] = withoutLots(words, context);
  const count = many?.toLowerCase() === 'all' ? fish.count : readNumber(many, 'how many move, or all');
  if (!Number.isInteger(count) || count < 1)
    throw new NotUnderstood(`${count} is not a count of fish; give 1 or more, or all.`);
  if (count > fish.count)
    throw new NotUnderstood(`${place.code} holds ${formatNumber(fish.count)} of ${fish.lotCode}; ${formatNumber(count)} is more than that.`); // prettier-ignore
  if (!where || rest.length > 0) throw new NotUnderstood(`Say where to, like ${place.code} move ${many} H4.`);
  const to = context.places.find((p) => same(p.code, where));
  if (!to) throw new NotUnderstood(`There is no place “${where}”.${nearest(where, context)}`);
  if (to.id === place.id) throw new NotUnderstood('They are there already. Name another tank.');
  if (!fish.meanG) throw new NotUnderstood(`Weigh ${fish.lotCode} first: its weight is not known.`);
  const massG = count * fish.meanG;
  return {
    ok: true,
    intent: { kind: 'move', placeId: place.id, lotCode: fish.lotCode, toPlaceId: to.id, count, massG },
    meaning: `${formatNumber(count)} of ${fish.lotCode}, about ${formatMass(massG, context.units)}, from ${place.code} to ${to.code}${crowding(to, massG, context)}`,
  };
}

/** More feed in a day than this share of the fish's weight is a slip of the unit. */
const MOST_FED = 0.15;

/** What a tank got today, all feedings: in kg or lb, unless g or oz is said, and how the fish ate. */
function fed(place: { id: string; code: string }, words: string[], context: LogContext): Parsed {
  const here = context.holdings.filter((h) => h.placeId === place.id && h.kind === 'fish' && h.count > 0);
  if (here.length === 0) throw new NotUnderstood(`There are no fish in ${place.code}.`);
  const hungry = here.find((h) => h.fasting);
  if (hungry) throw new NotUnderstood(`${hungry.lotCode} in ${place.code} is to get no feed: it is being purged.`);
  const { massG, rest } = readMass(words, context.units);
  const [said = 'eager', ...more] = rest.map((w) => w.toLowerCase());
  const response = RESPONSES.find((r) => r === said);
  if (!response || more.length > 0) throw new NotUnderstood(`After the feed say how they ate: ${RESPONSES.join(', ')}.`);
  const fishG = here.reduce((sum, h) => sum + h.count * (h.meanG ?? 0), 0);
  if (fishG > 0 && massG > fishG * MOST_FED) {
    throw new NotUnderstood(`${formatMass(massG, context.units)} for ${formatMass(fishG, context.units)} of fish? Check the unit; for small amounts write ${context.units.mass === 'metric' ? '460 g' : '16 oz'}.`);
  }
  return {
    ok: true,
    intent: { kind: 'fed', placeId: place.id, massG, response },
    meaning: `${formatMass(massG, context.units)} fed in ${place.code} today, ${ATE[response]}`,
  };
} // prettier-ignore

const UNITS = {
  kg: ['mass', 'metric'],
  g: ['smallMass', 'metric'],
  lb: ['mass', 'us'],
  oz: ['smallMass', 'us'],
} as const;

/** A weight with or without its unit, stuck to it or after it. */
function readMass([first, second, ...rest]: string[], units: UnitChoice): { massG: number; rest: string[] } {
  const [, number, stuck] = /^(.*?)(kg|g|lb|oz)?$/i.exec(first ?? '')!;
  const apart = !stuck && /^(kg|g|lb|oz)$/i.test(second ?? '') ? second : undefined;
  const unit = (stuck ?? apart)?.toLowerCase();
  const value = readNumber(number, 'how much was fed');
  if (value <= 0) throw new NotUnderstood('Give what was fed as a number above 0.');
  const after = apart || second === undefined ? rest : [second, ...rest];
  const [quantity, mass] = unit ? UNITS[unit as keyof typeof UNITS] : (['mass', units.mass] as const);
  return { massG: toStored(quantity, value, { ...units, mass }), rest: after };
}

function crowding(to: LogContext['places'][number], massG: number, { holdings }: LogContext): string {
  if (!to.volumeL || !to.densityLimitKgM3) return '';
  const there = holdings.filter((h) => h.placeId === to.id && h.kind === 'fish');
  const kg = (massG + there.reduce((sum, h) => sum + h.count * (h.meanG ?? 0), 0)) / 1000;
  return `, then ${formatNumber((kg * 1000) / to.volumeL, 1)} of ${formatNumber(to.densityLimitKgM3)} kg/m³ there`;
}

function weigh(place: { id: string; code: string }, words: string[], context: LogContext): Parsed {
  const fish = holdingAt(place, 'fish', words, context);
  const numbers = withoutLots(words, context);
  if (numbers.length === 0) throw new NotUnderstood('Give the weights, one fish each, with spaces between.');
  if (numbers.length > MOST_WEIGHTS) throw new NotUnderstood(`At most ${MOST_WEIGHTS} weights in one line.`);
  const weightsG = numbers.map((w) => toStored('smallMass', readNumber(w, 'a weight'), context.units));
  for (const weightG of weightsG) refuse(weightFault(weightG, fish.meanG, context.units));
  const meanG = weightsG.reduce((sum, w) => sum + w, 0) / weightsG.length;
  const off = fish.meanG ? meanG - fish.meanG : 0;
  const against = fish.meanG
    ? `, ${formatMass(Math.abs(off), context.units)} ${off < 0 ? 'under' : 'over'} forecast`
    : '';
  return {
    ok: true,
    intent: { kind: 'weigh', placeId: place.id, lotId: fish.lotId, weightsG },
    meaning: `Sample of ${weightsG.length} from ${fish.lotCode} in ${place.code}, mean ${formatMass(meanG, context.units)}${against}`,
  };
}

/** Why a weight cannot be right, or null. Ten times off the forecast is a slip of the unit far more often than a fish. */
export function weightFault(weightG: number, forecastG: number | null, units: UnitChoice): string | null {
  if (!(weightG > 0)) return 'A fish weighs more than nothing; leave out empty weighings.';
  if (weightG > 50_000) return `${formatMass(weightG, units)} is heavier than any fish here.`;
  if (forecastG && (weightG < forecastG / 10 || weightG > forecastG * 10)) {
    return `${formatMass(weightG, units)}? These fish should be about ${formatMass(forecastG, units)}. Check the unit.`;
  }
  return null;
}

function picked(place: { id: string; code: string }, words: string[], context: LogContext): Parsed {
  const planting = holdingAt(place, 'plants', words, context);
  const numbers = withoutLots(words, context);
  const value = readNumber(numbers[0], planting.unit === 'kg' ? 'the weight picked' : 'how many were picked');
  if (numbers.length > 1) throw new NotUnderstood('Give one number: what was picked.');
  if (value <= 0) throw new NotUnderstood('Give what was picked as a number above 0.');
  if (planting.unit === 'kg') {
    const massG = toStored('mass', value, context.units);
    if (massG > 500_000)
      throw new NotUnderstood(`${formatMass(massG, context.units)} from one bed in one go is too much to be true.`);
    return {
      ok: true,
      intent: { kind: 'picked', placeId: place.id, lotId: planting.lotId, quantity: massG },
      meaning: `${formatMass(massG, context.units)} ${planting.cropName} picked from ${planting.lotCode} in ${place.code}, packed to the cold room`,
    };
  }
  if (!Number.isInteger(value)) throw new NotUnderstood('Give whole pieces.');
  if (value > planting.count) {
    throw new NotUnderstood(
      `${planting.lotCode} has ${formatNumber(planting.count)} plants in ${place.code}; ${formatNumber(value)} cannot have been picked.`,
    );
  }
  return {
    ok: true,
    intent: { kind: 'picked', placeId: place.id, lotId: planting.lotId, quantity: value },
    meaning: `${formatNumber(value)} ${planting.cropName} picked from ${planting.lotCode} in ${place.code}, ${formatNumber(planting.count - value)} left standing`,
  };
}

function reading(loop: LogContext['loops'][number], words: string[], context: LogContext): Parsed {
  const values: { kind: ReadingKind; value: number }[] = [];
  for (let i = 0; i < words.length; i += 2) {
    const kind = words[i]!.toLowerCase();
    if (!(kind in READING_KINDS)) {
      throw new NotUnderstood(`“${words[i]}” is not a reading; know ${Object.keys(READING_KINDS).join(', ')}.`);
    }
    const given = readNumber(words[i + 1], `a value for ${READING_KINDS[kind as ReadingKind].name}`);
    const value = kind === 't' ? toStored('temperature', given, context.units) : given;
    refuse(readingFault(kind as ReadingKind, value));
    if (values.some((v) => v.kind === kind))
      throw new NotUnderstood(`${READING_KINDS[kind as ReadingKind].name} is given twice.`);
    values.push({ kind: kind as ReadingKind, value });
  }
  if (values.length === 0) throw new NotUnderstood(`Give a reading, like ${loop.code} ph 6.4 t 17.9.`);
  const said = values.map((v) =>
    v.kind === 't'
      ? formatTemperature(v.value, context.units)
      : `${READING_KINDS[v.kind].name} ${v.value} ${READING_KINDS[v.kind].unit}`.trim(),
  );
  return {
    ok: true,
    intent: { kind: 'reading', loopId: loop.id, values },
    meaning: `${loop.name} loop: ${said.join(', ')}`,
  };
}

/** Why a reading cannot be right, or null. */
export function readingFault(kind: ReadingKind, value: number): string | null {
  const { name, low, high, unit, why } = READING_KINDS[kind];
  if (value >= low && value <= high) return null;
  return `${name} ${value} is outside ${low} to ${high}${unit ? ` ${unit}` : ''}: ${why}.`;
}

function refuse(fault: string | null) {
  if (fault) throw new NotUnderstood(fault);
}
