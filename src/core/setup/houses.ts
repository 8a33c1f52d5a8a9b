import type { Cover } from '../facts/farm';
import { word } from '../words/words';
import { coveredAirC, lightMol, outsideAirC } from './climate';

/** What a house or room is, and what is held in it. */
export interface HousePart {
  name: string;
  cover: Cover;
  /** Set points while its lamps or the sun shine, and while they do not, °C; null: it follows the weather. */
  dayC: number | null;
  nightC: number | null;
  /** Mean of day and night of each month, °C, where they are not the same all year; instead of the two above. */
  monthsC: number[] | null;
  /** Hours a day that its lamps burn, and what they give at the leaves, µmol/m² in a second; null: none hang there. */
  lampHours: number | null;
  umolM2S: number | null;
}

export const NO_HOUSE: Omit<HousePart, 'name' | 'cover'> = {
  dayC: null,
  nightC: null,
  monthsC: null,
  lampHours: null,
  umolM2S: null,
};

export const COVER_WORDS: Record<Cover, string> = {
  glass: word`glass`,
  film: word`film`,
  shade: word`shade cloth`,
  open: word`under the sky`,
  closed: word`closed, without daylight`,
};

export const COVER_SAYS: Record<Cover, string> = {
  glass: word`warmer than outside, 65 % of the light`,
  film: word`warmer than outside, 60 % of the light`,
  shade: word`the air of outside, half of the light`,
  open: word`the air and the light of outside`,
  closed: word`only what lamps give, at the temperatures it is held at`,
};

/** Share of daylight that reaches the leaves. Planning defaults for clean cover with its frame. */
const LETS_IN: Record<Cover, number> = { glass: 0.65, film: 0.6, shade: 0.5, open: 1, closed: 0 };

/** Photons that a watt of lamp gives, µmol/J, and the share of them that falls on leaves. Planning defaults for LED bars. */
export const UMOL_PER_J = 2.5;
export const ON_LEAVES = 0.85;

/** Hours of lamp or of day where nobody said. */
const USUAL_LIT_H = 16;
/** Air of a closed room of which no temperature was said, °C. Planning default. */
const USUAL_ROOM_C = 21;
const MONTHS = 12;

export interface Site {
  latitude: number;
  altitudeM: number;
}

/** Months of a loop as they stand, and between what its water is held, where somebody said. */
export interface LoopMonths {
  id: string;
  airC: number[];
  lightMol: number[];
  waterC: number[];
  held: [lowC: number, highC: number] | null;
}

/** Where the farm stands from now on, with the months of its loops and houses. */
export interface SiteBecomes extends Site {
  loops: Omit<LoopMonths, 'held'>[];
  houses: { id: string; airC: number[]; lightMol: number[] }[];
}

/** Its lamps' daily light sum at the leaves, mol/m². */
export const lampMol = ({ lampHours, umolM2S }: Pick<HousePart, 'lampHours' | 'umolM2S'>): number =>
  ((umolM2S ?? 0) * (lampHours ?? USUAL_LIT_H) * 3600) / 1e6;

/**
 * Air, °C, and light at the leaves, mol/m² a day, of each month in a house. Closed rooms are as they are held; where there is
 * daylight, lamps come on top of it and set points are what it is not let below.
 */
export function climateOfHouse(
  house: HousePart,
  { latitude, altitudeM }: Site,
): { airC: number[]; lightMol: number[] } {
  const held = heldC(house);
  const weather =
    house.cover === 'closed'
      ? null
      : house.cover === 'glass' || house.cover === 'film'
        ? coveredAirC(latitude, altitudeM)
        : outsideAirC(latitude, altitudeM);
  const glass = lightMol(latitude);
  const lamps = lampMol(house);
  return {
    airC: months((i) => (weather === null ? (held?.[i] ?? USUAL_ROOM_C) : Math.max(weather[i]!, held?.[i] ?? -60))),
    lightMol: months((i) => Math.min(MOST_MOL, (glass[i]! / LETS_IN.glass) * LETS_IN[house.cover] + lamps)),
  };
}

/** More than falls anywhere in a day, mol/m². */
const MOST_MOL = 70;

const months = (of: (i: number) => number) => Array.from({ length: MONTHS }, (_, i) => Math.round(of(i) * 10) / 10);

/** What it is held at on the mean of day and night, by month; null where it follows the weather. */
export function heldC({ dayC, nightC, monthsC, lampHours }: HousePart): number[] | null {
  if (monthsC) return monthsC;
  const [day, night] = [dayC ?? nightC, nightC ?? dayC];
  if (day === null || night === null) return null;
  const lit = (lampHours ?? USUAL_LIT_H) / 24;
  return months(() => day * lit + night * (1 - lit));
}

/** Heat that a closed room loses for each °C, W on a m² of floor: walls and roof three times the floor, 0.5 W/m² each. Planning default. */
const LOSS_W_M2_C = 1.5;
/** Heat moved for a kilowatt-hour of cooling, and the same for warming with air. Planning default. */
const HEAT_PER_KWH = 3;

/** Watts that growing in a house asks of a m² of bed, on the mean of day, night and year: lamps, and holding its air. */
export interface HouseWatts {
  lampsW: number;
  airW: number;
}

/**
 * A closed room’s lamps warm it: what its walls do not lose has to be taken out again, and what is lacking is warmed.
 * @param floorPerBed m² of floor for one of bed
 */
export function wattsOfHouse(house: HousePart, site: Site, floorPerBed = 1): HouseWatts {
  const lampsW = house.umolM2S ? (house.umolM2S / UMOL_PER_J / ON_LEAVES) * ((house.lampHours ?? USUAL_LIT_H) / 24) : 0;
  if (house.cover !== 'closed') return { lampsW, airW: 0 };
  const outside = outsideAirC(site.latitude, site.altitudeM);
  const air = climateOfHouse(house, site).airC;
  const each = air.map((c, i) => Math.abs(lampsW - (c - outside[i]!) * LOSS_W_M2_C * floorPerBed) / HEAT_PER_KWH);
  return { lampsW, airW: each.reduce((a, b) => a + b, 0) / MONTHS };
}

/** What a room is built of, guessed from what it is called: only to have something to correct. */
export function coverOf(room: string): Cover {
  const guess = GUESSES.find(([words]) => words.test(room));
  return guess?.[1] ?? 'glass';
}

const said = (words: string) => new RegExp(String.raw`(?<![\p{L}])(?:${words})(?![\p{L}])`, 'iu');
const GUESSES: readonly (readonly [RegExp, Cover])[] = [
  [
    said(
      'closed|windowless|lamps?|containers?|cellars?|basements?|labs?|laborator(?:y|ies)|warehouses?|vaults?|attics?|garages?|grow rooms?|plant rooms?|factor(?:y|ies)',
    ),
    'closed',
  ],
  [said('shade|shaded|shade ?houses?|net ?houses?|nets?'), 'shade'],
  [said('outside|outdoors?|fields?|yards?|gardens?|open|sky|terraces?|balcon(?:y|ies)|patios?|courtyards?'), 'open'],
  [said('films?|(?:poly-?)?tunnels?|poly(?:thene)?|plastic|hoop ?houses?'), 'film'],
];
