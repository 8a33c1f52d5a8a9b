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
} from '../quantity/unitChoice';

const NUMBER = String.raw`[−-]?\d[\d,]*(?:\.\d+)?`;
const UNIT = String.raw`kg\/m³|kg a litre|a m²|per m²|on each m²|°C|kg|g|L|m³|m²|cm|mm|m`;
/** One amount, or two that share a unit: “10 to 12 g”, “−20 to 45 °C”, “0.5–2 m³”. */
const AMOUNT = new RegExp(
  `(?<![\\p{L}\\d.])(?:(${NUMBER})(\\s?(?:to|and|or|–)\\s?))?(${NUMBER})\\s?(${UNIT})(?![\\p{L}\\d/·^²³])`,
  'gu',
);

type Turned = readonly [name: string, of: (value: number) => number];
const by = (factor: number) => (value: number) => value / factor;

/** Of each metric unit: what it is in US units, by how much there is. */
const IN_US: Readonly<Record<string, (most: number) => Turned>> = {
  g: (most) => (most < G_PER_LB ? ['oz', by(G_PER_OZ)] : ['lb', by(G_PER_LB)]),
  'kg a litre': () => ['lb a gallon', by(G_PER_LB / 1000 / L_PER_US_GAL)],
  kg: () => ['lb', by(G_PER_LB / 1000)],
  L: () => ['gal', by(L_PER_US_GAL)],
  'm³': () => ['gal', by(L_PER_US_GAL / 1000)],
  'm²': () => ['ft²', by(M2_PER_FT2)],
  'a m²': () => ['a ft²', by(1 / M2_PER_FT2)],
  'per m²': () => ['per ft²', by(1 / M2_PER_FT2)],
  'on each m²': () => ['on each ft²', by(1 / M2_PER_FT2)],
  'kg/m³': () => ['lb/ft³', by(KG_M3_PER_LB_FT3)],
  mm: () => ['in', by(CM_PER_IN * 10)],
  cm: () => ['in', by(CM_PER_IN)],
  m: () => ['ft', by(M_PER_FT)],
};

/** As exact as an amount in words is. */
const FIGURES = 3;

const read = (text: string) => Number(text.replace('−', '-').replaceAll(',', ''));

/**
 * Words of ours with their metric amounts in a person’s units: “at most 50 kg” is “at most 110 lb”. A unit without a number is
 * left: what is typed beside it would mean something else.
 * @param written how the person writes a number
 */
export function retold(text: string, units: UnitChoice, written: (value: number) => string): string {
  if (units.mass === 'metric' && units.temperature === 'C') return text;
  const turn = (all: string, amounts: readonly string[]) => {
    const [low, between, high, unit] = amounts as [string | undefined, string, string, string];
    const turned = turnedOf(unit, units, read(high));
    if (!turned) return all;
    const [name, of] = turned;
    const figure = (value: string) => written(Number(of(read(value)).toPrecision(FIGURES)));
    return `${low === undefined ? '' : figure(low) + between}${figure(high)} ${name}`;
  };
  return text.replace(AMOUNT, (all: string, ...amounts: string[]) => turn(all, amounts));
}

function turnedOf(unit: string, units: UnitChoice, most: number): Turned | null {
  if (unit === '°C') return units.temperature === 'F' ? ['°F', toF] : null;
  return units.mass === 'us' ? IN_US[unit]!(Math.abs(most)) : null;
}
