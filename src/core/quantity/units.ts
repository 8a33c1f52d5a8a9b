import { plural, say, speech, told, word, writtenNumber } from '../words/words';
import {
  CM_PER_IN,
  G_PER_LB,
  G_PER_OZ,
  KG_M3_PER_LB_FT3,
  L_PER_US_GAL,
  M2_PER_FT2,
  M_PER_FT,
  toF,
  type UnitChoice,
} from './unitChoice';

export { METRIC, type UnitChoice } from './unitChoice';

/** The units of whoever asks just now. */
export const readersUnits = (): UnitChoice => speech().units;

/** Every conversion between what is stored (g, L, cm, °C) and what a person reads or types happens here. */

export type Quantity = 'temperature' | Scaled;
type Scaled =
  | 'smallMass'
  | 'mass'
  | 'volume'
  | 'area'
  | 'length'
  | 'shortLength'
  | 'density'
  | 'perArea'
  | 'load'
  | 'pellet'
  | 'perMass';

/** What is stored (g, L, m², m, cm, kg/m³, a m², g feed on a m², mm, a kg) in one of the person's units, metric and US. */
const STORED_IN_ONE: Readonly<Record<Scaled, readonly [metric: number, us: number]>> = {
  smallMass: [1, G_PER_OZ],
  mass: [1000, G_PER_LB],
  volume: [1, L_PER_US_GAL],
  area: [1, M2_PER_FT2],
  length: [1, M_PER_FT],
  shortLength: [1, CM_PER_IN],
  density: [1, KG_M3_PER_LB_FT3],
  perArea: [1, 1 / M2_PER_FT2],
  load: [1, G_PER_LB / (1000 * M2_PER_FT2)],
  pellet: [1, CM_PER_IN * 10],
  perMass: [1, 1000 / G_PER_LB],
};

const NAMES: Readonly<Record<Scaled, readonly [metric: string, us: string]>> = {
  smallMass: [word`g`, word`oz`],
  mass: [word`kg`, word`lb`],
  volume: [word`L`, word`gal`],
  area: [word`m²`, word`ft²`],
  length: [word`m`, word`ft`],
  shortLength: [word`cm`, word`in`],
  density: [word`kg/m³`, word`lb/ft³`],
  perArea: [word`a m²`, word`a ft²`],
  load: [word`g/m²`, word`lb/1,000 ft²`],
  pellet: [word`mm`, word`in`],
  perMass: [word`a kg`, word`a lb`],
};

const which = (units: UnitChoice) => (units.mass === 'us' ? 1 : 0);

export function unitName(quantity: Quantity, units: UnitChoice = readersUnits()): string {
  if (quantity === 'temperature') return units.temperature === 'F' ? '°F' : '°C';
  return told(NAMES[quantity][which(units)]);
}

/** Stored value to the person's unit. */
export function toShown(quantity: Quantity, stored: number, units: UnitChoice): number {
  if (quantity === 'temperature') return units.temperature === 'F' ? toF(stored) : stored;
  return stored / STORED_IN_ONE[quantity][which(units)];
}

/** The person's unit back to the stored value. */
export function toStored(quantity: Quantity, shown: number, units: UnitChoice): number {
  if (quantity === 'temperature') return units.temperature === 'F' ? ((shown - 32) * 5) / 9 : shown;
  return shown * STORED_IN_ONE[quantity][which(units)];
}

/** A stored number as a form begins with it. */
export const startShown = (quantity: Quantity | undefined, stored: number, units: UnitChoice): number =>
  quantity ? Number(toShown(quantity, stored, units).toFixed(2)) : stored;

/** A number with so many decimals, as the person’s locale writes it. */
export function formatNumber(value: number, digits = 0): string {
  const rounded = Number(value.toFixed(digits));
  return writtenNumber(Object.is(rounded, -0) ? 0 : rounded, digits);
}

/** A difference with its sign; what rounds to nothing has none. */
export function formatChange(value: number, digits = 0): string {
  const text = formatNumber(value, digits);
  return Number(value.toFixed(digits)) > 0 ? `+${text}` : text;
}

export function formatTemperature(waterTempC: number, units: UnitChoice = readersUnits()): string {
  return `${formatNumber(toShown('temperature', waterTempC, units), 1)} ${unitName('temperature', units)}`;
}

/** Grams as the person would say them: "412 g", "18.4 kg", "3.2 lb". */
export function formatMass(massG: number, units: UnitChoice = readersUnits()): string {
  if (massG === 0) return say`0 ${unitName('smallMass', units)}`;
  if (units.mass === 'us') {
    const lb = massG / G_PER_LB;
    const oz = Math.abs(massG / G_PER_OZ);
    return Math.abs(lb) < 1
      ? say`${formatNumber(massG / G_PER_OZ, oz < 0.1 ? 3 : oz < 1 ? 2 : 1)} oz`
      : say`${formatNumber(lb, lb < 100 ? 1 : 0)} lb`;
  }
  if (Math.abs(massG) < 1000) return `${formatNumber(massG, Math.abs(massG) < 10 ? 1 : 0)} g`;
  return say`${formatNumber(massG / 1000, Math.abs(massG) < 100_000 ? 1 : 0)} kg`;
}

/**
 * One feeding in steps that a scale and a scoop can follow; so many of them are the day, as shown and as booked.
 * @returns g of one feeding, and how it is said
 */
export function oneFeeding(dayG: number, feedings: number, units: UnitChoice): { eachG: number; words: string } {
  const rawG = dayG / Math.max(1, feedings);
  if (units.mass === 'us') {
    const step = (rawG >= 40 * G_PER_OZ ? 0.5 : rawG >= G_PER_OZ ? 0.1 : 0.01) * G_PER_OZ;
    const eachG = Math.round(rawG / step) * step;
    return { eachG, words: say`${formatNumber(eachG / G_PER_OZ, rawG >= G_PER_OZ ? 1 : 2)} oz` };
  }
  const step = rawG >= 1000 ? 10 : rawG >= 100 ? 5 : rawG >= 10 ? 1 : 0.1;
  const eachG = Math.round(rawG / step) * step;
  return { eachG, words: `${formatNumber(eachG, rawG >= 10 ? 0 : 1)} g` };
}

export function formatVolume(volumeL: number, units: UnitChoice = readersUnits()): string {
  return `${formatNumber(toShown('volume', volumeL, units))} ${unitName('volume', units)}`;
}

/** How large a tank is, in a unit that keeps it short: m³, or gallons. */
export function formatTankSize(volumeL: number, units: UnitChoice): string {
  return units.mass === 'us' ? formatVolume(volumeL, units) : say`${formatNumber(volumeL / 1000, 1)} m³`;
}

/** Crowding as the person would say it: kg/m³, or pounds for each cubic foot. */
export function formatDensity(kgM3: number, units: UnitChoice = readersUnits(), digits = 1): string {
  return units.mass === 'us'
    ? say`${formatNumber(kgM3 / KG_M3_PER_LB_FT3, digits + 1)} lb/ft³`
    : say`${formatNumber(kgM3, digits)} kg/m³`;
}

/** Crowding in the person's unit, and what that unit is called. */
export const toShownDensity = (kgM3: number, units: UnitChoice) =>
  units.mass === 'us' ? kgM3 / KG_M3_PER_LB_FT3 : kgM3;
export const densityUnit = (units: UnitChoice) => (units.mass === 'us' ? say`lb/ft³` : say`kg/m³`);

const inFeet = (units: UnitChoice) => units.mass === 'us';

/** Metres as the person would say them: "1.2 m", "30 cm", "4 ft". */
export function formatLength(lengthM: number, units: UnitChoice = readersUnits()): string {
  if (units.mass === 'us') return say`${formatNumber(lengthM / M_PER_FT, 1)} ft`;
  return lengthM < 1 ? say`${formatNumber(lengthM * 100)} cm` : say`${formatNumber(lengthM, 1)} m`;
}

/** An area as the person would say it: m², or square feet. */
export function formatArea(areaM2: number, units: UnitChoice = readersUnits(), digits = 0): string {
  return inFeet(units)
    ? say`${formatNumber(areaM2 / M2_PER_FT2, digits)} ft²`
    : say`${formatNumber(areaM2, digits)} m²`;
}

export const toShownArea = (areaM2: number, units: UnitChoice) => (inFeet(units) ? areaM2 / M2_PER_FT2 : areaM2);
export const areaUnit = (units: UnitChoice) => (inFeet(units) ? say`ft²` : say`m²`);

/** Feed on planted area: what is stored in g/m² in the person’s unit. */
export const toShownLoad = (gM2: number, units: UnitChoice) => toShown('load', gM2, units);
export const loadUnit = (units: UnitChoice) => unitName('load', units);

/** Feed on planted area, with its unit. */
export function formatLoad(gM2: number, units: UnitChoice, digits = 0): string {
  return `${formatNumber(toShownLoad(gM2, units), inFeet(units) ? digits + 1 : digits)} ${loadUnit(units)}`;
}

/** How many stand on an area: "25 a m²", "2.3 a ft²". */
export function formatPerArea(perM2: number, units: UnitChoice = readersUnits()): string {
  return `${formatNumber(toShown('perArea', perM2, units), inFeet(units) ? 1 : 0)} ${unitName('perArea', units)}`;
}

/** A pellet's size: "4.5 mm", "0.18 in". */
export function formatPellet(pelletMm: number, units: UnitChoice = readersUnits()): string {
  return `${inFeet(units) ? formatNumber(toShown('pellet', pelletMm, units), 2) : writtenNumber(pelletMm)} ${unitName('pellet', units)}`;
}

/** What a product is sold by. */
export type ProductUnit = 'kg' | 'head' | 'bunch' | 'tray' | 'fish';

/** Those of plants, as forms offer them. */
export const PLANT_UNITS = ['kg', 'head', 'bunch', 'tray'] as const satisfies readonly ProductUnit[];
export type PlantUnit = (typeof PLANT_UNITS)[number];

/** What several of a product's pieces are called. */
export function manyOf(unit: string): string {
  if (unit === 'fish') return say`fish`;
  if (unit === 'bunch') return say`bunches`;
  if (unit === 'head') return say`heads`;
  if (unit === 'tray') return say`trays`;
  return unit === 'piece' ? say`pieces` : `${unit}s`;
}

/** So many of a product’s pieces: "1 head", "1,204 heads". */
export function countOf(count: number, unit: string): string {
  if (unit === 'fish') return plural(count, '# fish', '# fish');
  if (unit === 'bunch') return plural(count, '# bunch', '# bunches');
  if (unit === 'head') return plural(count, '# head', '# heads');
  if (unit === 'tray') return plural(count, '# tray', '# trays');
  if (unit === 'piece') return plural(count, '# piece', '# pieces');
  return `${formatNumber(count)} ${count === 1 ? unit : manyOf(unit)}`;
}
