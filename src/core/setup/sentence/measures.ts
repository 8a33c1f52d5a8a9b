import { readNumber } from '../../quantity/readNumber';
import type { Ear, Span } from './ear';

/** Measures as growers write them, in metric and in US units. */

export const NUMBER = String.raw`(\d[\d.,]*|½|¼|¾)`;
/** Nothing that would make another word or unit of it follows. */
const END = String.raw`(?![\p{L}\d/²³])`;

const FRACTIONS: Record<string, number> = { '½': 0.5, '¼': 0.25, '¾': 0.75 };

/** @returns NaN where it is no number */
export const numberOf = (text: string): number => FRACTIONS[text] ?? readNumber(text.replace(/[.,]+$/, '')) ?? NaN;

const names = (factor: number, ...units: string[]) => Object.fromEntries(units.map((u) => [u, factor]));

/** International foot and inch, US gallon: exact by definition. */
const FOOT_M = 0.3048;
const GALLON_L = 3.785411784;
const FOOT3_L = 28.316846592;

export const LENGTHS: Record<string, number> = {
  ...names(1, 'm', 'metre', 'metres', 'meter', 'meters'),
  ...names(0.01, 'cm', 'centimetres', 'centimeters'),
  ...names(0.001, 'mm'),
  ...names(FOOT_M, 'ft', 'feet', 'foot', '′'),
  ...names(FOOT_M / 12, 'in', 'inch', 'inches', '″'),
};
export const VOLUMES: Record<string, number> = {
  ...names(1000, 'm³', 'm3', 'cubic metre', 'cubic metres', 'cubic meter', 'cubic meters', 'kl'),
  ...names(1, 'l', 'litre', 'litres', 'liter', 'liters', 'ltr'),
  ...names(GALLON_L, 'gal', 'gallon', 'gallons'),
  ...names(FOOT3_L, 'ft³', 'ft3', 'cubic feet', 'cubic foot', 'cu ft'),
};
export const AREAS: Record<string, number> = {
  ...names(1, 'm²', 'm2', 'square metre', 'square metres', 'square meter', 'square meters', 'sqm'),
  ...names(FOOT_M ** 2, 'ft²', 'ft2', 'square feet', 'square foot', 'sq ft', 'sqft'),
};
export const FLOWS: Record<string, number> = {
  ...names(1000, 'm³/h', 'm3/h', 'm³/hr', 'm3/hr', 'm³ an hour', 'm3 an hour', 'cubic metres an hour'),
  ...names(1, 'l/h', 'l/hr', 'lph', 'litres an hour', 'liters an hour', 'litres per hour', 'liters per hour'),
  ...names(60, 'l/min', 'lpm', 'litres a minute', 'liters a minute', 'litres per minute', 'liters per minute'),
  ...names(3600, 'l/s'),
  ...names(GALLON_L, 'gal/h', 'gal/hr', 'gph', 'gallons an hour', 'gallons per hour'),
  ...names(GALLON_L * 60, 'gal/min', 'gpm', 'gallons a minute', 'gallons per minute'),
};
export const POWERS: Record<string, number> = {
  ...names(1, 'w', 'watt', 'watts'),
  ...names(1000, 'kw', 'kilowatt', 'kilowatts'),
  ...names(745.7, 'hp', 'horsepower'),
};
/** Photons of a lamp, µmol in a second. */
export const PHOTONS: Record<string, number> = names(1, 'µmol/s', 'umol/s', 'μmol/s', 'µmol', 'umol', 'μmol');
export const OXYGEN: Record<string, number> = { ...names(1, 'kg'), ...names(0.001, 'g'), ...names(0.45359237, 'lb') };
/** kg in a cubic metre. */
export const DENSITIES: Record<string, number> = {
  ...names(1, 'kg/m³', 'kg/m3'),
  ...names(1000, 'kg/l'),
  ...names(0.45359237 / (GALLON_L / 1000), 'lb/gal'),
  ...names(0.45359237 / (FOOT3_L / 1000), 'lb/ft³', 'lb/ft3'),
};
export const SALTS: Record<string, number> = { ...names(1, 'g/l', 'ppt', '‰', 'kg/m³', 'kg/m3') };
/** Minutes. */
export const TIMES: Record<string, number> = {
  ...names(1 / 60, 's', 'sec', 'secs', 'second', 'seconds'),
  ...names(1, 'min', 'mins', 'minute', 'minutes'),
  ...names(60, 'h', 'hr', 'hrs', 'hour', 'hours'),
};

export const oneOf = (units: Record<string, number>): string =>
  Object.keys(units)
    .sort((a, b) => b.length - a.length)
    .map((u) => u.replaceAll('/', '\\/').replaceAll(' ', '\\s+'))
    .join('|');

const factorOf = (units: Record<string, number>, unit: string) => units[unit.toLowerCase().replace(/\s+/g, ' ')]!;

export interface Measure extends Span {
  value: number;
}

interface Wanted {
  units: Record<string, number>;
  /** What stands before or after it, part of the pattern. */
  before?: string;
  after?: string;
}

/** Takes a number with one of these units. */
export function measure(ear: Ear, { units, before = '', after = '' }: Wanted): Measure | null {
  const found = ear.take(
    new RegExp(`${before}(?<![\\p{L}\\d.])${NUMBER}\\s*-?\\s*(${oneOf(units)})${after}${END}`, 'iu'),
  );
  return (
    found && {
      from: found.from,
      until: found.until,
      value: numberOf(found.match[1]!) * factorOf(units, found.match[2]!),
    }
  );
}

export interface Sides extends Span {
  lengthM: number;
  widthM: number;
  depthM: number | null;
}

/** `17 × 1.2 m`, `4 m by 2 m by 1 m`. */
export function sides(ear: Ear): Sides | null {
  const unit = `(${oneOf(LENGTHS)})`;
  const by = String.raw`\s*(?:[×x*]|by)\s*`;
  const found = ear.take(
    new RegExp(`${NUMBER}\\s*${unit}?${by}${NUMBER}(?:\\s*${unit}?${by}${NUMBER})?\\s*${unit}${END}`, 'iu'),
  );
  if (!found) return null;
  const [, a, ua, b, ub, c, last] = found.match;
  const length = (text: string, own: string | undefined) => numberOf(text) * factorOf(LENGTHS, own ?? last!);
  return {
    ...{ from: found.from, until: found.until },
    ...{ lengthM: length(a!, ua), widthM: length(b!, ub), depthM: c ? length(c, undefined) : null },
  };
}

/** Seconds, minutes and hours that something runs and rests, or how long of a day. */
export interface Duty extends Span {
  onMin: number;
  offMin: number;
}

const DAY_MIN = 1440;
const T = String.raw`${NUMBER}\s*(${oneOf(TIMES)})?`;
const UNITED = String.raw`${NUMBER}\s*(${oneOf(TIMES)})`;
const minutes = (n: string, unit: string | undefined, otherwise = 'min') =>
  numberOf(n) * TIMES[(unit ?? otherwise).toLowerCase()]!;
/** Night, where nothing else is said, h. Planning default. */
const NIGHT_H = 8;

const clock = (h: string, m: string | undefined, half: string | undefined) =>
  ((Number(h) % (half ? 12 : 24)) + (half?.toLowerCase().startsWith('p') ? 12 : 0)) * 60 + Number(m ?? 0);

/** @returns how it runs; words where that cannot be; null where nothing is said of it */
export function duty(ear: Ear): Duty | null {
  const of = (pattern: string, made: (m: RegExpMatchArray) => [on: number, off: number]): Duty | null => {
    const found = ear.take(new RegExp(pattern, 'iu'));
    if (!found) return null;
    const [onMin, offMin] = made(found.match);
    return { from: found.from, until: found.until, onMin, offMin };
  };
  const ofDay = (on: number): [number, number] => [on, DAY_MIN - on];
  const hour = String.raw`(\d{1,2})(?::(\d\d))?\s*([ap]\.?m\.?)?`;
  return (
    of(`\\b${T},?\\s*on,?\\s*(?:and\\s+|then\\s+)?${T}\\s*off\\b`, ([, a, ua, b, ub]) => [
      minutes(a!, ua ?? ub),
      minutes(b!, ub ?? ua),
    ]) ??
    of(`\\bon\\s+(?:for\\s+)?${UNITED},?\\s*(?:and\\s+|then\\s+)?off\\s+(?:for\\s+)?${T}\\b`, ([, a, ua, b, ub]) => [
      minutes(a!, ua),
      minutes(b!, ub ?? ua),
    ]) ??
    of(
      `\\b(?:on\\s+)?(?:for\\s+)?${UNITED}\\s+(?:in\\s+)?every\\s+${NUMBER}?\\s*(${oneOf(TIMES)})\\b`,
      ([, a, ua, b, ub]) => [minutes(a!, ua), minutes(b ?? '1', ub) - minutes(a!, ua)],
    ) ??
    of(
      `\\b(?:on\\s+)?(?:for\\s+)?${NUMBER}\\s*(?:h|hr|hrs|hours?)\\s*(?:on\\s*)?(?:a|per|each|every|/)\\s*day\\b(?:\\s+on\\b)?`,
      ([, a]) => ofDay(numberOf(a!) * 60),
    ) ??
    of(`\\b(?:on\\s+)?from\\s+${hour}\\s*(?:to|until|till|–|-)\\s*${hour}`, ([, h, m, ap, h2, m2, ap2]) => {
      const on = clock(h2!, m2, ap2) - clock(h!, m, ap ?? ap2);
      return ofDay(on > 0 ? on : on + DAY_MIN);
    }) ??
    of(
      String.raw`\b(?:off|not)\s+(?:at|by)\s+night\b|\b(?:by|during the) day only\b|\bonly (?:by|during the) day\b`,
      () => ofDay(DAY_MIN - NIGHT_H * 60),
    ) ??
    of(String.raw`\b(?:on\s+)?(?:only at night|at night only|by night)\b`, () => ofDay(NIGHT_H * 60)) ??
    of(String.raw`\b(?:always on|around the clock|day and night|24\s*/\s*7|all day(?: long)?)\b`, () => [0, 0])
  );
}

const SHARES: Record<string, number> = {
  'three quarters': 0.75,
  'three-quarters': 0.75,
  'three quarter': 0.75,
  'two thirds': 2 / 3,
  'two-thirds': 2 / 3,
  'a third': 1 / 3,
  'one third': 1 / 3,
  'a quarter': 0.25,
  'one quarter': 0.25,
  half: 0.5,
  '½': 0.5,
  '¾': 0.75,
  '¼': 0.25,
};

/** `three quarters full`, `filled to 80 %`. */
export function filled(ear: Ear): Measure | null {
  const share = `(${Object.keys(SHARES).join('|')}|\\d[\\d.,]*\\s*(?:%|percent|per cent))`;
  const found = ear.take(
    new RegExp(
      `\\b(?:filled|full)\\s+(?:up\\s+)?(?:to\\s+)?${share}|(?<![\\p{L}\\d])${share}\\s+(?:full|filled)\\b`,
      'iu',
    ),
  );
  if (!found) return null;
  const text = (found.match[1] ?? found.match[2]!).toLowerCase();
  return {
    from: found.from,
    until: found.until,
    value: SHARES[text] ?? numberOf(text.replace(/\s*(%|per ?cent)$/, '')) / 100,
  };
}
