import { performance } from 'node:perf_hooks';
import { promiseTable } from '../src/core/market/promiseTable';
import { harvestGroup, sowingGroup } from '../src/core/plan/build';
import { forecastFarm } from '../src/core/plan/forecast';
import { OutlookDesk } from '../src/core/plan/outlook';
import { DEFAULT_SETTINGS } from '../src/core/plan/settings';
import { type FarmFacts, type LoopFact, type PlaceFact } from '../src/core/facts/farm';
import { type PlanStep } from '../src/core/facts/step';
import { freshSpread } from '../src/core/fish/sizeSpread';
import { sowingFor } from '../src/core/crops/quantities';
import { CROP_DEFAULTS, SPECIES_DEFAULTS } from '../src/core/library/defaults';
import { addDays } from '../src/core/quantity/days';
import { METRIC } from '../src/core/quantity/units';
import { Random } from '../src/db/demo/random';

const TODAY = '2026-06-01';
const AIR = [17, 17.5, 18.5, 19.5, 21, 22.5, 23.5, 23.5, 21.5, 19.5, 18, 17];
const LIGHT = [8, 10, 13, 15.5, 18, 19, 19, 17.5, 15, 12.5, 9, 7.5];

/** A made-up farm of a given size: 60 tanks, 200 cohorts and 5 000 plantings at size 1. */
function largeFarm(size: number): { facts: FarmFacts; plan: PlanStep[] } {
  const random = new Random(11);
  const newId = () => random.uuid();
  const loops: LoopFact[] = Array.from({ length: 4 }, (_, i) => ({
    id: `l${i}`,
    code: `l${i}`,
    name: `Loop ${i}`,
    kind: 'coupled',
    bandGM2: [60, 100],
    plannedWaterTempC: Array(12).fill(20 + i),
    plannedAirTempC: AIR,
    plannedLightMol: LIGHT,
    tempPlan: [],
    lifeSupport: { aerators: [], media: [], energy: null },
  }));
  const place = (id: string, kind: PlaceFact['kind'], over: Partial<PlaceFact>): PlaceFact => ({
    id,
    code: id,
    name: id,
    kind,
    loopId: `l${Number(id.slice(1)) % 4}`,
    stage: null,
    volumeL: null,
    densityLimitKgM3: null,
    positions: null,
    areaM2: null,
    method: null,
    pieceSize: null,
    walk: '',
    walkOrder: 1,
    role: null,
    ...over,
  });
  const tanks = Array.from({ length: 60 * size }, (_, i) =>
    place(`t${i}`, 'tank', { volumeL: 10_000, densityLimitKgM3: 50 }),
  );
  const beds = Array.from({ length: 40 * size }, (_, i) => place(`b${i}`, 'bed', { positions: 3000, areaM2: 60 }));
  const nursery = place('n0', 'nursery', { positions: 100_000, areaM2: 100 });
  const species = [...SPECIES_DEFAULTS];
  const crops = CROP_DEFAULTS.filter((c) => c.kind === 'head');
  const products = [
    ...species.slice(0, 6).map((s) => ({
      code: s.code,
      name: s.name,
      unit: 'kg' as const,
      speciesCode: s.code,
      cropCode: null,
      shelfLifeDays: 8,
      priceMinor: 1,
    })),
    ...crops.map((c) => ({
      code: c.code,
      name: c.name,
      unit: 'head' as const,
      speciesCode: null,
      cropCode: c.code,
      shelfLifeDays: c.shelfLifeDays,
      priceMinor: 1,
    })),
  ];
  const plan: PlanStep[] = [];
  const fish: FarmFacts['fish'] = [];
  for (let i = 0; i < 200 * size; i++) {
    const s = species[i % 6]!;
    const tankId = tanks[i % tanks.length]!.id;
    fish.push({
      lotId: `f${i}`,
      lotCode: `F-${i}`,
      speciesCode: s.code,
      placeId: tankId,
      count: 500,
      referenceG: random.between(5, 400),
      bins: freshSpread(s.sizeCv),
      pace: 1,
      paceError: 0.05,
      lastForecastError: null,
      feedStoppedOn: null,
      sampledOn: TODAY,
      stockedOn: TODAY,
    });
    for (let h = 0; h < 3; h++)
      plan.push(
        ...harvestGroup(
          {
            lotCode: `F-${i}`,
            speciesCode: s.code,
            tankId,
            purgePlaceId: null,
            purgeVolumeL: 1,
            harvestDay: addDays(TODAY, 20 + h * 100 + (i % 60)),
            count: 150,
            purgeDays: 5,
            method: 'in_place',
          },
          newId,
        ),
      );
  }
  for (let i = 0; i < 5000 * size; i++) {
    const crop = crops[i % crops.length]!;
    const bed = beds[i % beds.length]!;
    const wish = {
      crop: { ...crop, cutsMax: 1 },
      loop: loops.find((l) => l.id === bed.loopId)!,
      lotCode: `P-${i}`,
      nurseryId: 'n0',
      bedId: bed.id,
      cellsPerTray: 104,
    };
    plan.push(
      ...sowingGroup({
        wish,
        sowDay: addDays(TODAY, Math.floor((i / (5000 * size)) * 300)),
        quantities: sowingFor(100, crop, 104),
        newId,
      }),
    );
  }
  const promises = Array.from({ length: 500 }, (_, i) => ({
    lineId: `o${i}`,
    orderId: `o${i}`,
    orderCode: `O-${i}`,
    customer: `C${i % 11}`,
    productCode: products[i % products.length]!.code,
    day: addDays(TODAY, (i * 7) % 84),
    quantity: 200,
  }));
  return {
    facts: {
      today: TODAY,
      loops,
      places: [...tanks, ...beds, nursery],
      fish,
      plantings: [],
      packed: [],
      promises,
      species,
      crops: [...CROP_DEFAULTS],
      products,
      feedRules: [],
      treatments: [],
      quarantine: [],
      resting: [],
    },
    plan,
  };
}

/** Middle of several runs, after warming up: a server answers its first questions only once. */
function median(work: () => void, runs = 31): number {
  for (let i = 0; i < 12; i++) work();
  const times = Array.from({ length: runs }, () => {
    const began = performance.now();
    work();
    return performance.now() - began;
  });
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)]!;
}

const year = { ...DEFAULT_SETTINGS, horizonDays: 365 };
const one = largeFarm(1);
const four = largeFarm(4);
const forecastMs = median(() => forecastFarm(one.facts, one.plan, year));
const fishAlone = { ...one.facts, plantings: [], crops: [] };
const fishSteps = one.plan.filter((s) => s.speciesCode !== null);
const forecastFishMs = median(() => forecastFarm(fishAlone, fishSteps, year));
const fourMs = median(() => forecastFarm(four.facts, four.plan, year), 5);
const forecast = forecastFarm(one.facts, one.plan, year);
const promiseTableMs = median(
  () => promiseTable({ forecast, products: one.facts.products, promises: one.facts.promises, weeks: 12 }),
  5,
);
const desk = new OutlookDesk(one.facts, one.plan, { units: METRIC, boardDays: 105 });
const harvest = one.plan.find((s) => s.kind === 'harvest' && s.day > addDays(TODAY, 40))!;
let days = 0;
const largeDragMs = median(() => desk.answer([{ change: 'shift', groupId: harvest.groupId, days: ++days % 9 }]), 5);
const round = (value: number) => Math.round(value * 10) / 10;
console.log(
  JSON.stringify({
    forecastMs: round(forecastMs),
    forecastFishMs: round(forecastFishMs),
    forecastLinearity: round(fourMs / forecastMs),
    promiseTableMs: round(promiseTableMs),
    seasonAnswerLargeMs: round(largeDragMs),
  }),
);
