import { SPECIES_DEFAULTS, CROP_DEFAULTS } from '../../core/library/defaults';
import type { Species, Crop } from '../../core/library/types';
import type { ProductFact } from '../../core/facts/farm';
import { BEDS } from './farm';
import { Random } from './random';

export function demoSpecies(): Species[] {
  return SPECIES_DEFAULTS.filter((s) =>
    ['hybrid-striped-bass', 'rainbow-trout', 'nile-tilapia', 'giant-freshwater-prawn', 'koi'].includes(s.code),
  ).map((s) => ({ ...s }));
}

/** Prices in cents; feeders by the clock. */
export const DEMO_FEED_RULES = [
  {
    speciesCode: 'hybrid-striped-bass',
    feedMinorPerKg: 195,
    fingerlingMinor: 95,
    leadDays: 10,
    quarantineDays: 14,
    feederTimes: ['07:30', '12:00', '16:30'],
  },
  {
    speciesCode: 'rainbow-trout',
    feedMinorPerKg: 210,
    fingerlingMinor: 55,
    leadDays: 10,
    quarantineDays: 14,
    feederTimes: ['07:00', '11:30', '16:00'],
  },
  {
    speciesCode: 'giant-freshwater-prawn',
    feedMinorPerKg: 0,
    fingerlingMinor: 30,
    leadDays: 10,
    quarantineDays: 14,
    feederTimes: [],
  },
  {
    speciesCode: 'nile-tilapia',
    feedMinorPerKg: 150,
    fingerlingMinor: 40,
    leadDays: 10,
    quarantineDays: 14,
    feederTimes: [],
  },
  {
    speciesCode: 'koi',
    feedMinorPerKg: 260,
    fingerlingMinor: 120,
    leadDays: 14,
    quarantineDays: 28,
    feederTimes: ['08:00', '16:00'],
  },
];

/**
 * The farm's own way: lettuces and tatsoi are sold as whole heads, so they are cut once; romaine stands dense first and is re-spaced;
 * coriander has a recipe of its own for summer, picked young before it bolts.
 */
export function demoCrops(): Crop[] {
  const grown = new Set(BEDS.flatMap((b) => b.crops));
  return CROP_DEFAULTS.filter((c) => grown.has(c.code)).flatMap((c) => {
    const own = {
      ...c,
      ...(c.kind === 'head' ? { cutsMax: 1, cutFactors: [1] } : {}),
      ...(c.code === 'little-romaine' ? { stages: denseFirst(c) } : {}),
    };
    return c.code === SUMMER.recipeOf ? [own, { ...own, ...SUMMER }] : [own];
  });
}

const SUMMER = {
  code: 'coriander-summer',
  name: 'Coriander, summer',
  recipeOf: 'coriander',
  sownIn: { fromMonth: 4, untilMonth: 9 },
  ...{ finalDays: 27, yieldG: 25, cutFactors: [1, 0.45], windowDays: 4 },
  basis: 'Set by this farm',
};

/** Days that romaine stands dense, and plants a square metre then. */
const DENSE = { days: 12, perM2: 80 };

const denseFirst = (c: Crop) => [DENSE, { days: c.finalDays - DENSE.days, perM2: c.finalPerM2 }];

const PRICES: Record<string, number> = {
  'hybrid-striped-bass': 1650,
  'giant-freshwater-prawn': 2900,
  'rainbow-trout': 1450,
  'butterhead-lettuce': 140,
  'oakleaf-lettuce': 140,
  'little-romaine': 150,
  mizuna: 1300,
  tatsoi: 160,
  'swiss-chard': 900,
  mint: 130,
  chives: 120,
  'sweet-basil': 2200,
  rocket: 1600,
  coriander: 110,
  watercress: 1500,
  'cherry-tomato': 650,
  cucumber: 320,
};

/** Whole fish on ice keep about eight days. Planning default. */
const CHILLED_FISH_DAYS = 8;

export function demoProducts(species: Species[], crops: Crop[]): ProductFact[] {
  const fish = species
    .filter((s) => s.code in PRICES)
    .map((s) => ({
      code: s.code,
      name: s.name,
      unit: 'kg' as const,
      speciesCode: s.code,
      cropCode: null,
      liveCm: null,
      shelfLifeDays: CHILLED_FISH_DAYS,
      priceMinor: PRICES[s.code]!,
    }));
  const greens = crops
    .filter((c) => !c.recipeOf)
    .map((c) => ({
      code: c.code,
      name: c.name,
      unit: c.unit as ProductFact['unit'],
      speciesCode: null,
      cropCode: c.code,
      liveCm: null,
      shelfLifeDays: c.shelfLifeDays,
      priceMinor: PRICES[c.code]!,
    }));
  const live = LIVE_GRADES.map(([code, name, fromCm, toCm, priceMinor]) => ({
    code,
    name,
    unit: 'fish' as const,
    speciesCode: 'koi',
    cropCode: null,
    liveCm: [fromCm, toCm] as [number, number],
    shelfLifeDays: HOLDING_DAYS,
    priceMinor,
  }));
  return [...fish, ...greens, ...live];
}

/** Days netted fish stand in holding before they are better back in a tank. Planning default. */
const HOLDING_DAYS = 10;
const LIVE_GRADES: [code: string, name: string, fromCm: number, toCm: number, priceMinor: number][] = [
  ['koi-small', 'Koi 10–14 cm', 10, 14, 750],
  ['koi-middle', 'Koi 14–18 cm', 14, 18, 1400],
  ['koi-large', 'Koi 18–26 cm', 18, 26, 2900],
];

const CHORES: [
  place: string,
  title: string,
  detail: string,
  every: number,
  minutes: number,
  walk: string,
  order: number,
  caution: string | null,
][] = [
  ['Drum', 'Read rinse counter', 'Write it down; more rinses mean more solids', 1, 5, 'Filters', 30, null],
  [
    'Settler',
    'Drain until clear',
    'Note the litres; sludge goes to the mineraliser',
    1,
    10,
    'Filters',
    31,
    'Closed pits: ventilate, never alone.',
  ],
  ['Moving bed', 'Watch the media turn', 'All of it should move; look for dead corners', 1, 3, 'Filters', 32, null],
  [
    'Mineraliser',
    'Check air and smell',
    'A rotten smell means too little air',
    2,
    5,
    'Filters',
    33,
    'Do not lean over a tank that smells; air it first.',
  ],
  [
    'Air pumps',
    'Listen, feel, check the spare',
    'Spare pump on shelf C',
    7,
    10,
    'Fish hall, Heron side',
    9,
    'Electricity beside water: licensed electrician for anything inside.',
  ],
  [
    'Fridge log',
    'Write the cold room temperature',
    'Fish at 0 to 2 °C under ice, greens 4 °C, basil 10 °C',
    1,
    3,
    'Pack room',
    91,
    null,
  ],
];

export function demoChores(random: Random, startsOn: string) {
  return CHORES.map(([placeCode, title, detail, everyDays, minutes, walk, walkOrder, caution]) => ({
    id: random.uuid(),
    placeId: null,
    placeCode,
    title,
    detail,
    everyDays,
    startsOn,
    minutes,
    walk,
    walkOrder,
    caution,
  }));
}
