import { CROP_DEFAULTS } from '../../../src/core/library/defaults';
import type { FarmFacts, LoopFact, PlaceFact, ProductFact } from '../../../src/core/facts/farm';
import type { SuccessionTarget } from '../../../src/core/succession/types';

export const TODAY = '2026-03-04';
const AIR = [17, 17.5, 18.5, 19.5, 21, 22.5, 23.5, 23.5, 21.5, 19.5, 18, 17];
const LIGHT = [8, 10, 13, 15.5, 18, 19, 19, 17.5, 15, 12.5, 9, 7.5];

export function place(id: string, kind: PlaceFact['kind'], over: Partial<PlaceFact> = {}): PlaceFact {
  return {
    ...{ id, code: id, name: id, kind, loopId: 'l1', stage: null, volumeL: null, densityLimitKgM3: null },
    ...{ positions: null, areaM2: null, method: null, pieceSize: null, walk: 'house', walkOrder: 1, role: null },
    ...over,
  };
}

export const LOOP: LoopFact = {
  ...{ id: 'l1', code: 'l1', name: 'Loop', kind: 'bench', bandGM2: [60, 100], plannedWaterTempC: Array(12).fill(22) },
  ...{ plannedAirTempC: AIR, plannedLightMol: LIGHT, tempPlan: [] },
  lifeSupport: { aerators: [], media: [], energy: null },
};

export function productOf(cropCode: string, over: Partial<ProductFact> = {}): ProductFact {
  const crop = CROP_DEFAULTS.find((c) => c.code === cropCode)!;
  const unit = crop.unit as ProductFact['unit'];
  return {
    ...{ code: cropCode, name: crop.name, unit, speciesCode: null, cropCode, shelfLifeDays: crop.shelfLifeDays },
    priceMinor: unit === 'kg' ? 1800 : 250,
    ...over,
  };
}

export function farmOf(cropCodes: string[], places: PlaceFact[], over: Partial<FarmFacts> = {}): FarmFacts {
  return {
    ...{ today: TODAY, loops: [LOOP], places, fish: [], plantings: [], packed: [], promises: [], species: [] },
    ...{ crops: CROP_DEFAULTS.filter((c) => cropCodes.includes(c.code)), products: cropCodes.map((c) => productOf(c)) },
    ...{ feedRules: [], treatments: [], quarantine: [], resting: [] },
    ...over,
  };
}

export function targetOf(facts: FarmFacts, over: Partial<SuccessionTarget> = {}): SuccessionTarget {
  return {
    weeks: 13,
    by: 'steady',
    products: facts.products.map((p) => ({ code: p.code, amount: 100 })),
    bedIds: facts.places.filter((p) => p.kind === 'bed').map((p) => p.id),
    sowOn: 1,
    labourHoursWeek: null,
    mostShare: null,
    holdNutrients: true,
    costs: { hourMinor: 2200, plugs100Minor: 400, missingTimesPrice: 2 },
    ...over,
  };
}

/** Twelve beds of three ways, twenty varieties, half a year: the planner's yardstick. */
export function largeBeds() {
  const usable = CROP_DEFAULTS.filter((c) => ['head', 'cut leaf', 'herb', 'root and stem'].includes(c.kind));
  const codes = usable.slice(0, 20).map((c) => c.code);
  const beds = Array.from({ length: 12 }, (_, i) =>
    place(`b${i}`, 'bed', {
      method: (['raft', 'film', 'media'] as const)[i % 3]!,
      positions: 1200 + 150 * i,
      areaM2: (1200 + 150 * i) / 25,
    }),
  );
  const facts = farmOf(codes, [...beds, place('n', 'nursery', { positions: 14_000, areaM2: 14, pieceSize: 104 })]);
  const products = facts.products.map((p, i) => ({
    code: p.code,
    amount: p.unit === 'kg' ? 15_000 + 1000 * i : 150 + 10 * i,
  }));
  return { facts, target: targetOf(facts, { weeks: 26, products, labourHoursWeek: 160, mostShare: 0.2 }) };
}
