import type { LoopFact, PlaceKind } from '../../core/facts/farm';
import type { OutsideRole, StoreRole } from '../../core/setup/roles';
import { NO_SHAPE, standardPlace, type NewPlace } from '../../core/setup/newFarm';
import { Random } from './random';
import { LoopCode, LOOPS } from './waters';

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

export type DemoPlace = NewPlace;

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
    role: null,
    saltGL: 0,
    isSource: false,
    ...NO_SHAPE,
  };
}

/** In this order since the farm was first made up, so that its ids stay. */
const STORES: (StoreRole | OutsideRole)[] = [
  'cold',
  'aside',
  'feed',
  'seed',
  'supplier',
  'made',
  'dead',
  'packed',
  'compost',
  'eaten',
  'sold',
  'donated',
  'regrouped',
];

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
  const stores = STORES.map((role) => standardPlace(random.uuid(), role));
  // A seed of its own: the rest of the farm stays as it was before live fish were sold.
  const holding = standardPlace(new Random(90).uuid(), 'live');
  const before = standardPlace(new Random(92).uuid(), 'before');
  const released = standardPlace(new Random(93).uuid(), 'released');
  const counted = standardPlace(new Random(94).uuid(), 'counted');
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
  return [...tanks, pond, sump, quarantine, ...purge, ...beds, nursery, ...stores, holding, before, released, counted];
}
