import { CROP_DEFAULTS, SPECIES_DEFAULTS } from '../../core/library/defaults';
import type { Crop, Species } from '../../core/library/types';
import type { LoopFact, PlaceFact, PlaceKind, ProductFact } from '../../core/plan/types';
import { FEED_BAND_G_M2 } from '../../core/water/balance';
import type { LifeSupport } from '../../core/water/lifeSupport';
import { OUTSIDE } from '../ledger';
import { Random } from './random';

/** Quillwater Farm: fictional, in a converted bus depot and two glasshouses near the fictional market town of Orrinbridge. */
export const DEMO_FARM = { name: 'Quillwater Farm', currency: 'EUR' };

export const DEMO_PEOPLE = [
  { name: 'Ines Dorva', role: 'manager', signInName: 'ines', password: 'heron-loop' },
  { name: 'Mirel Ostry', role: 'office', signInName: 'mirel', password: 'heron-loop' },
  { name: 'Hanno Quist', role: 'office', signInName: 'hanno', password: 'heron-loop' },
  { name: 'Bram Tolle', role: 'hand', signInName: 'bram', password: 'heron-loop' },
  { name: 'Oluchi Venn', role: 'hand', signInName: 'oluchi', password: 'heron-loop' },
  { name: 'Tess Arbell', role: 'hand', signInName: 'tess', password: 'heron-loop' },
  { name: 'Joram Lisk', role: 'hand', signInName: 'joram', password: 'heron-loop' },
] as const;

export const DEMO_CUSTOMERS = [
  ['Orrinbridge Saturday Stall', 'market stall'],
  ['Greenhollow Boxes', 'box scheme'],
  ['Tarn Lane Boxes', 'box scheme'],
  ['Marla’s Table', 'restaurant'],
  ['Salt & Sorrel', 'restaurant'],
  ['Fennmoor Inn', 'restaurant'],
  ['The Lantern Room', 'restaurant'],
  ['Depot Shop Fridge', 'farm shop'],
  ['Brackwell Produce', 'wholesaler'],
  ['Pellam’s Corner Grocery', 'grocer'],
  ['Hob & Daughter', 'grocer'],
] as const;

/** Buys live fish for garden ponds. */
export const DEMO_POND_CUSTOMER = ['Alder Pond Garden', 'pond shop'] as const;

type LoopCode = 'heron' | 'kingfisher' | 'wren';

const AIR_C = [17, 17.5, 18.5, 19.5, 21, 22.5, 23.5, 23.5, 21.5, 19.5, 18, 17];
const LIGHT_MOL = [10.5, 11.5, 13, 15.5, 18, 19, 19, 17.5, 15, 12.5, 11, 10.5];

const LOOPS: { code: LoopCode; name: string; kind: LoopFact['kind']; water: number[] }[] = [
  {
    code: 'heron',
    name: 'Heron',
    kind: 'coupled',
    water: [24, 24, 24.2, 24.4, 24.8, 25.2, 25.6, 25.6, 25.2, 24.6, 24.2, 24],
  },
  {
    code: 'kingfisher',
    name: 'Kingfisher',
    kind: 'decoupled',
    water: [10.8, 10.8, 11, 11.3, 11.8, 12.4, 12.8, 12.8, 12.4, 11.8, 11.2, 10.9],
  },
  { code: 'wren', name: 'Wren bench', kind: 'bench', water: [22, 22, 22, 22.5, 23, 23.5, 24, 24, 23.5, 23, 22.5, 22] },
];

type Bed = {
  code: string;
  loop: LoopCode;
  method: string;
  positions: number;
  areaM2: number;
  piece: number;
  crops: string[];
};

/** Which crops grow where, and how many positions the bed has. */
export const BEDS: Bed[] = [
  { code: 'R1', loop: 'heron', method: 'raft', positions: 660, areaM2: 30, piece: 22, crops: ['butterhead-lettuce'] },
  { code: 'R2', loop: 'heron', method: 'raft', positions: 720, areaM2: 30, piece: 24, crops: ['oakleaf-lettuce'] },
  { code: 'R3', loop: 'heron', method: 'raft', positions: 750, areaM2: 30, piece: 25, crops: ['little-romaine'] },
  { code: 'R4', loop: 'heron', method: 'raft', positions: 1800, areaM2: 30, piece: 60, crops: ['mizuna'] },
  { code: 'R5', loop: 'heron', method: 'raft', positions: 1080, areaM2: 30, piece: 36, crops: ['tatsoi'] },
  { code: 'R6', loop: 'heron', method: 'raft', positions: 540, areaM2: 30, piece: 18, crops: ['swiss-chard'] },
  { code: 'M1', loop: 'heron', method: 'media', positions: 450, areaM2: 18, piece: 25, crops: ['mint', 'chives'] },
  { code: 'N1', loop: 'kingfisher', method: 'film', positions: 576, areaM2: 34, piece: 24, crops: ['sweet-basil'] },
  { code: 'N2', loop: 'kingfisher', method: 'film', positions: 2400, areaM2: 34, piece: 100, crops: ['rocket'] },
  { code: 'N3', loop: 'kingfisher', method: 'film', positions: 2160, areaM2: 34, piece: 90, crops: ['coriander'] },
  { code: 'N4', loop: 'kingfisher', method: 'film', positions: 1440, areaM2: 34, piece: 60, crops: ['watercress'] },
  {
    code: 'B1',
    loop: 'kingfisher',
    method: 'bucket',
    positions: 40,
    areaM2: 13,
    piece: 1,
    crops: ['cherry-tomato', 'cucumber'],
  },
  { code: 'WR', loop: 'wren', method: 'raft', positions: 96, areaM2: 4, piece: 24, crops: [] },
  { code: 'WF', loop: 'wren', method: 'film', positions: 40, areaM2: 2, piece: 10, crops: [] },
];

const TANKS: [code: string, loop: LoopCode, stage: string, volumeL: number, limit: number][] = [
  ['H1', 'heron', 'nursery', 1800, 30],
  ['H2', 'heron', 'nursery', 1800, 30],
  ['H3', 'heron', 'mid', 5000, 40],
  ['H4', 'heron', 'mid', 5000, 40],
  ['H5', 'heron', 'grow-out', 11000, 40],
  ['H6', 'heron', 'grow-out', 11000, 40],
  ['H7', 'heron', 'grow-out', 11000, 40],
  ['H8', 'heron', 'grow-out', 11000, 40],
  ['K1', 'kingfisher', 'nursery', 2500, 30],
  ['K2', 'kingfisher', 'mid', 6000, 35],
  ['K3', 'kingfisher', 'mid', 6000, 35],
  ['K4', 'kingfisher', 'grow-out', 9000, 45],
  ['K5', 'kingfisher', 'grow-out', 9000, 45],
  ['K6', 'kingfisher', 'grow-out', 9000, 45],
  ['W1', 'wren', 'test', 900, 20],
];

export interface DemoPlace extends PlaceFact {
  saltGL: number;
  isSource: boolean;
}

interface BlankPlaceArgs {
  id: string;
  code: string;
  name: string;
  kind: PlaceKind;
  walk: string;
  walkOrder: number;
}

function blankPlace({ id, code, name, kind, walk, walkOrder }: BlankPlaceArgs): DemoPlace {
  return {
    id,
    code,
    name,
    kind,
    loopId: null,
    stage: null,
    volumeL: null,
    densityLimitKgM3: null,
    positions: null,
    areaM2: null,
    method: null,
    pieceSize: null,
    walk,
    walkOrder,
    saltGL: 0,
    isSource: false,
  };
}

export function demoLoops(random: Random): LoopFact[] {
  return LOOPS.map((l) => ({
    id: random.uuid(),
    code: l.code,
    name: l.name,
    kind: l.kind,
    bandGM2: [...FEED_BAND_G_M2[l.kind]] as [number, number],
    plannedWaterTempC: l.water,
    plannedAirTempC: AIR_C,
    plannedLightMol: LIGHT_MOL,
    tempPlan: [],
    lifeSupport: LIFE_SUPPORT[l.code],
  }));
}

/** Rating plates and filters of the made-up farm. */
const LIFE_SUPPORT: Record<LoopCode, LifeSupport> = {
  heron: {
    aerators: [
      { name: 'Blower A', kgO2PerDay: 11 },
      { name: 'Blower B', kgO2PerDay: 11 },
      { name: 'Raft diffusers', kgO2PerDay: 4 },
    ],
    media: [{ name: 'Moving bed', volumeM3: 3.4, surfaceM2PerM3: 500, gTanPerM2Day: 0.45 }],
    energy: {
      lossWPerC: 420,
      unheatedC: [13, 13, 14, 16, 19, 22, 24, 24, 21, 18, 15, 13],
      heatMinorPerKwh: 11,
      coolMinorPerKwh: 24,
      chillerCop: 3,
    },
  },
  kingfisher: {
    aerators: [
      { name: 'Blower C', kgO2PerDay: 7 },
      { name: 'Oxygen cone', kgO2PerDay: 9 },
    ],
    media: [{ name: 'Fixed bed', volumeM3: 3.2, surfaceM2PerM3: 300, gTanPerM2Day: 0.5 }],
    energy: {
      lossWPerC: 360,
      unheatedC: [9, 9, 10, 12, 14, 16, 17, 17, 15, 13, 11, 9],
      heatMinorPerKwh: 11,
      coolMinorPerKwh: 24,
      chillerCop: 3,
    },
  },
  wren: {
    aerators: [{ name: 'Air pump', kgO2PerDay: 0.5 }],
    media: [{ name: 'Sponge', volumeM3: 0.05, surfaceM2PerM3: 800, gTanPerM2Day: 0.4 }],
    energy: null,
  },
};

const WALK = { heron: 'Fish hall, Heron side', kingfisher: 'Fish hall, Kingfisher side', wren: 'Wren bench' };

export function demoPlaces(random: Random, loops: LoopFact[]): DemoPlace[] {
  const loopId = (code: LoopCode) => loops.find((l) => l.code === code)!.id;
  const tanks = TANKS.map(([code, loop, stage, volumeL, limit], i) => ({
    ...blankPlace({
      id: random.uuid(),
      code,
      name: `Tank ${code}`,
      kind: 'tank' as const,
      walk: WALK[loop],
      walkOrder: 1 + LOOPS.findIndex((l) => l.code === loop) * 10 + i / 10,
    }),
    loopId: loopId(loop),
    stage,
    volumeL,
    densityLimitKgM3: limit,
  }));
  const beds = BEDS.map((bed, i) => ({
    ...blankPlace({
      id: random.uuid(),
      code: bed.code,
      name: `Bed ${bed.code}`,
      kind: 'bed' as const,
      walk: bed.loop === 'heron' ? 'Glasshouse one' : bed.loop === 'wren' ? WALK.wren : 'Glasshouse two',
      walkOrder: 50 + i,
    }),
    loopId: loopId(bed.loop),
    positions: bed.positions,
    areaM2: bed.areaM2,
    method: bed.method,
    pieceSize: bed.piece,
  }));
  const purge = ['P1', 'P2'].map((code, i) => ({
    ...blankPlace({
      id: random.uuid(),
      code,
      name: `Purge tank ${code}`,
      kind: 'purge' as const,
      walk: 'Purge room',
      walkOrder: 40 + i,
    }),
    volumeL: i === 0 ? 4000 : 3000,
    densityLimitKgM3: 35,
    saltGL: i === 1 ? 5 : 0,
  }));
  const quarantine = {
    ...blankPlace({
      id: random.uuid(),
      code: 'Q1',
      name: 'Quarantine tank',
      kind: 'quarantine' as const,
      walk: 'Quarantine',
      walkOrder: 38,
    }),
    volumeL: 1500,
    densityLimitKgM3: 20,
  };
  const sump = {
    ...blankPlace({
      id: random.uuid(),
      code: 'HS',
      name: 'Heron sump',
      kind: 'sump' as const,
      walk: WALK.heron,
      walkOrder: 2.5,
    }),
    loopId: loopId('heron'),
    volumeL: 2600,
    densityLimitKgM3: 4,
  };
  const nursery = {
    ...blankPlace({
      id: random.uuid(),
      code: 'NB',
      name: 'Nursery benches',
      kind: 'nursery' as const,
      walk: 'Nursery',
      walkOrder: 70,
    }),
    pieceSize: 104,
    positions: 20000,
    areaM2: 24,
    loopId: loopId('heron'),
  };
  const stores = (
    [
      [OUTSIDE.coldRoom, 'Cold room', 'store'],
      [OUTSIDE.setAside, 'Set aside for orders', 'store'],
      [OUTSIDE.feedStore, 'Feed store', 'store'],
      [OUTSIDE.seedStore, 'Seed store', 'store'],
      [OUTSIDE.supplier, 'Suppliers', 'outside'],
      [OUTSIDE.made, 'Made on the farm', 'outside'],
      [OUTSIDE.dead, 'Dead', 'outside'],
      [OUTSIDE.packed, 'Packed', 'outside'],
      [OUTSIDE.compost, 'Compost', 'outside'],
      [OUTSIDE.eaten, 'Eaten', 'outside'],
      [OUTSIDE.sold, 'Sold', 'outside'],
      [OUTSIDE.donated, 'Donated', 'outside'],
      [OUTSIDE.regrouped, 'Regrouped into other lots', 'outside'],
    ] as const
  ).map(([code, name, kind]) => ({
    ...blankPlace({ id: random.uuid(), code, name, kind, walk: 'Pack room', walkOrder: 90 }),
    isSource: code === OUTSIDE.supplier || code === OUTSIDE.made,
  }));
  // A seed of its own: the rest of the farm stays as it was before live fish were sold.
  const holding = blankPlace({
    id: new Random(90).uuid(),
    code: OUTSIDE.live,
    name: 'Live holding',
    kind: 'store',
    walk: 'Pack room',
    walkOrder: 90,
  });
  const pond = {
    ...blankPlace({
      id: new Random(91).uuid(),
      code: 'W2',
      name: 'Tank W2',
      kind: 'tank' as const,
      walk: WALK.wren,
      walkOrder: 22.5,
    }),
    loopId: loopId('wren'),
    stage: 'ornamental',
    volumeL: 1100,
    densityLimitKgM3: 15,
  };
  return [...tanks, pond, sump, quarantine, ...purge, ...beds, nursery, ...stores, holding];
}

export function demoSpecies(): Species[] {
  return SPECIES_DEFAULTS.filter((s) =>
    ['hybrid-striped-bass', 'rainbow-trout', 'nile-tilapia', 'giant-freshwater-prawn', 'koi'].includes(s.code),
  ).map((s) => ({ ...s }));
}

/** Prices in cents; feeders by the clock. */
export const DEMO_FISH_RULES = [
  {
    species_code: 'hybrid-striped-bass',
    feed_minor_per_kg: 195,
    fingerling_minor: 95,
    lead_days: 10,
    quarantine_days: 14,
    feeder_times: ['07:30', '12:00', '16:30'],
  },
  {
    species_code: 'rainbow-trout',
    feed_minor_per_kg: 210,
    fingerling_minor: 55,
    lead_days: 10,
    quarantine_days: 14,
    feeder_times: ['07:00', '11:30', '16:00'],
  },
  {
    species_code: 'giant-freshwater-prawn',
    feed_minor_per_kg: 0,
    fingerling_minor: 30,
    lead_days: 10,
    quarantine_days: 14,
    feeder_times: [],
  },
  {
    species_code: 'nile-tilapia',
    feed_minor_per_kg: 150,
    fingerling_minor: 40,
    lead_days: 10,
    quarantine_days: 14,
    feeder_times: [],
  },
  {
    species_code: 'koi',
    feed_minor_per_kg: 260,
    fingerling_minor: 120,
    lead_days: 14,
    quarantine_days: 28,
    feeder_times: ['08:00', '16:00'],
  },
];

/** The farm's own way: lettuces and tatsoi are sold as whole heads, so they are cut once. */
export function demoCrops(): Crop[] {
  const grown = new Set(BEDS.flatMap((b) => b.crops));
  return CROP_DEFAULTS.filter((c) => grown.has(c.code)).map((c) =>
    c.kind === 'head' ? { ...c, cutsMax: 1, cutFactors: [1] } : { ...c },
  );
}

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
  const greens = crops.map((c) => ({
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
