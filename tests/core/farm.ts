import type { FarmFacts, FeedRule, FishFact, LoopFact, PlaceFact, ProductFact } from '../../src/core/facts/farm';
import { freshSpread } from '../../src/core/fish/sizeSpread';
import { CROP_DEFAULTS, SPECIES_DEFAULTS } from '../../src/core/library/defaults';
import type { PlanStep } from '../../src/core/facts/step';

/** A farm small enough to check by hand: one loop, two tanks, a purge tank, one raft bed and a bench. */

const AIR = [17, 17.5, 18.5, 19.5, 21, 22.5, 23.5, 23.5, 21.5, 19.5, 18, 17];
const LIGHT = [8, 10, 13, 15.5, 18, 19, 19, 17.5, 15, 12.5, 9, 7.5];

export function aLoop(over: Partial<LoopFact>): LoopFact {
  return {
    id: 'heron',
    code: 'heron',
    name: 'Heron',
    kind: 'coupled',
    bandGM2: [60, 100],
    plannedWaterTempC: Array(12).fill(13),
    plannedAirTempC: AIR,
    plannedLightMol: LIGHT,
    tempPlan: [],
    lifeSupport: { aerators: [], media: [], energy: null },
    ...over,
  };
}

export function aPlace(over: Partial<PlaceFact> & Pick<PlaceFact, 'id' | 'kind'>): PlaceFact {
  return {
    code: over.id.toUpperCase(),
    name: over.id,
    loopId: 'heron',
    stage: null,
    volumeL: null,
    densityLimitKgM3: null,
    positions: null,
    areaM2: null,
    method: null,
    pieceSize: null,
    walk: 'Hall',
    walkOrder: 1,
    role: null,
    ...over,
  };
}

export const TROUT_PRODUCT: ProductFact = {
  code: 'rainbow-trout',
  name: 'Rainbow trout',
  unit: 'kg',
  speciesCode: 'rainbow-trout',
  cropCode: null,
  shelfLifeDays: 6,
  priceMinor: 1450,
};
export const LETTUCE_PRODUCT: ProductFact = {
  code: 'butterhead-lettuce',
  name: 'Butterhead lettuce',
  unit: 'head',
  speciesCode: null,
  cropCode: 'butterhead-lettuce',
  shelfLifeDays: 9,
  priceMinor: 140,
};

export function someTrout(over: Partial<FishFact> = {}): FishFact {
  return {
    lotId: 'lot-1',
    lotCode: 'TRT-1',
    speciesCode: 'rainbow-trout',
    placeId: 'k1',
    count: 500,
    referenceG: 300,
    bins: freshSpread(0.15),
    pace: 1,
    paceError: 0.05,
    lastForecastError: null,
    feedStoppedOn: null,
    sampledOn: '2026-06-01',
    stockedOn: '2026-01-01',
    ...over,
  };
}

export function aFarm(over: Partial<FarmFacts> = {}): FarmFacts {
  return {
    today: '2026-06-01',
    feedRules: [],
    treatments: [],
    quarantine: [],
    resting: [],
    loops: [aLoop({})],
    places: [
      aPlace({ id: 'k1', kind: 'tank', volumeL: 9000, densityLimitKgM3: 45 }),
      aPlace({ id: 'k2', kind: 'tank', volumeL: 6000, densityLimitKgM3: 45 }),
      aPlace({ id: 'p1', kind: 'purge', volumeL: 3000, densityLimitKgM3: 35, loopId: null }),
      aPlace({ id: 'r1', kind: 'bed', positions: 600, areaM2: 30, method: 'raft', pieceSize: 20 }),
      aPlace({ id: 'nb', kind: 'nursery', positions: 5000, areaM2: 10, pieceSize: 104 }),
    ],
    fish: [someTrout()],
    plantings: [],
    packed: [],
    promises: [],
    species: [...SPECIES_DEFAULTS],
    crops: CROP_DEFAULTS.map((c) => (c.code === 'butterhead-lettuce' ? c : { ...c })),
    products: [TROUT_PRODUCT, LETTUCE_PRODUCT],
    ...over,
  };
}

export function aFeedRule(over: Partial<FeedRule> = {}): FeedRule {
  return {
    speciesCode: 'rainbow-trout',
    ration: 'growth',
    table: [],
    feederTimes: [],
    farmGrownShare: 0,
    feedMinorPerKg: 200,
    fingerlingMinor: 60,
    leadDays: 7,
    quarantineDays: 14,
    version: 1,
    ...over,
  };
}

export function ids(): () => string {
  let n = 0;
  return () => `id-${++n}`;
}

export function aStep(over: Partial<Omit<PlanStep, 'kind'>> & Pick<PlanStep, 'kind' | 'day'>): PlanStep {
  return {
    id: `${over.kind}-${over.day}`,
    groupId: 'g1',
    lotCode: 'TRT-1',
    speciesCode: 'rainbow-trout',
    cropCode: null,
    fromPlaceId: null,
    toPlaceId: null,
    count: 100,
    detail: {},
    version: 1,
    ...over,
  } as PlanStep;
}
