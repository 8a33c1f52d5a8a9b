import { occupiedByDay } from '../crops/occupancy';
import { dayNumber, type Day } from '../quantity/days';
import { ammoniaFromFeedG } from '../water/ammonia';
import { forecastFish, type DatedStep, type FishLeft } from './forecastFish';
import { forecastPlants } from './forecastPlants';
import type { BrokenRecord } from './faults';
import { modules } from './steps/list.generated';
import { DEFAULT_SETTINGS, type FarmFacts, type FarmForecast, type ForecastSettings, type PlanStep } from './types';

/**
 * The whole farm, day by day, from what is known, what is planned and how the farm is set.
 * Day index 0 is `facts.today`; steps planned earlier and not done count as done today.
 * @returns masses in g, volumes in L, quantities of products in g (kg products) or pieces
 * @throws {RuleBroken} when the facts hold a day that is none or a species out of range
 */
export function forecastFarm(
  facts: FarmFacts,
  plan: readonly PlanStep[],
  settings: ForecastSettings = DEFAULT_SETTINGS,
): FarmForecast {
  const days = settings.horizonDays;
  const today = dayNumber(facts.today);
  const fish = forecastFish(facts, byDay(plan, today, days, OF_FISH), settings);
  const plants = forecastPlants(facts, byDay(plan, today, days, OF_PLANTS), settings);
  const result: FarmForecast = {
    firstDay: facts.today,
    days,
    fish: fish.stays,
    plants: plants.stays,
    tanks: new Map(),
    loops: new Map(),
    bedsOccupied: new Map(),
    swimming: fish.swimming,
    supply: [...stockOnHand(facts, today), ...fish.supply, ...plants.supply],
    warnings: [...fish.warnings, ...plants.warnings],
  };
  sumTanks(result, facts);
  sumBeds(result, facts);
  sumLoops(result, facts);
  return result;
}

/** The fish as they will be when a day of the forecast begins, by what is known and planned; index 0 is today. */
export function fishOnDay(facts: FarmFacts, plan: readonly PlanStep[], dayIndex: number): FishLeft[] {
  const settings = { ...DEFAULT_SETTINGS, horizonDays: dayIndex };
  return forecastFish(facts, byDay(plan, dayNumber(facts.today), dayIndex, OF_FISH), settings).left;
}

/** The same forecast with what lies packed added to its supply: it changes more often than what lives. */
export function withSupplyOnHand(
  forecast: FarmForecast,
  facts: Pick<FarmFacts, 'packed' | 'products' | 'today'>,
): FarmForecast {
  return { ...forecast, supply: [...stockOnHand(facts, dayNumber(facts.today)), ...forecast.supply] };
}

/**
 * As `forecastFarm`, for records that may hold what no check foresaw: lots that cannot be reckoned with are left out and
 * told, and the rest of the farm is forecast beside them.
 */
export function forecastSound(
  facts: FarmFacts,
  plan: readonly PlanStep[],
  settings: ForecastSettings = DEFAULT_SETTINGS,
): { forecast: FarmForecast; broken: BrokenRecord[] } {
  try {
    return { forecast: forecastFarm(facts, plan, settings), broken: [] };
  } catch {
    const fault = (part: Partial<FarmFacts>, lotCode: string) => {
      try {
        forecastFarm({ ...facts, fish: [], plantings: [], ...part }, plan.filter((s) => s.lotCode === lotCode), settings); // prettier-ignore
        return null;
      } catch (error) {
        return `${lotCode} cannot be forecast: ${(error as Error).message}`;
      }
    };
    const broken: BrokenRecord[] = [];
    const sound = <T extends { lotId: string; lotCode: string }>(rows: T[], what: 'fish' | 'planting', part: (row: T) => Partial<FarmFacts>) =>
      rows.filter((row) => {
        const words = fault(part(row), row.lotCode);
        if (words) broken.push({ what, id: row.lotId, words });
        return !words;
      }); // prettier-ignore
    const fish = sound(facts.fish, 'fish', (f) => ({ fish: [f] }));
    const plantings = sound(facts.plantings, 'planting', (p) => ({ plantings: [p] }));
    const left = new Set([...fish, ...plantings].map((r) => r.lotCode));
    const standing = new Set([...facts.fish, ...facts.plantings].map((r) => r.lotCode));
    const steps = plan.filter(
      (s) => left.has(s.lotCode) || (!standing.has(s.lotCode) && fault({}, s.lotCode) === null),
    );
    return { forecast: forecastFarm({ ...facts, fish, plantings }, steps, settings), broken };
  }
}

/** Fish of one stay that are of a live grade on a day, by the forecast and what is planned for their lot. Null: too far ahead. */
export function ofGradeOn(
  facts: FarmFacts,
  plan: readonly PlanStep[],
  fish: FarmFacts['fish'][number],
  productCode: string,
  day: Day,
): number | null {
  const at = dayNumber(day) - dayNumber(facts.today);
  if (at >= DEFAULT_SETTINGS.horizonDays) return null;
  const own = plan.filter((s) => s.lotCode === fish.lotCode && s.fromPlaceId === fish.placeId);
  const forecast = forecastFarm({ ...facts, fish: [fish], plantings: [] }, own);
  return forecast.swimming.get(productCode)?.[at] ?? 0;
}

/**
 * Steps in order of day, within a day in ORDER. One bucket for each, because a plan may hold tens of thousands.
 * What is overdue counts as done today, still in the order it was meant: purged, then harvested.
 */
function byDay(plan: readonly PlanStep[], today: number, days: number, kinds: ReadonlySet<string>): DatedStep[] {
  const buckets: (DatedStep[] | undefined)[] = new Array(days * modules.length);
  const overdue: PlanStep[] = [];
  const numbers = new Map<Day, number>();
  for (const step of plan) {
    if (!kinds.has(step.kind)) continue;
    let at = numbers.get(step.day);
    if (at === undefined) numbers.set(step.day, (at = dayNumber(step.day) - today));
    if (at >= days) continue;
    if (at < 0) {
      overdue.push(step);
      continue;
    }
    const place = at * modules.length + ORDER[step.kind];
    const bucket = buckets[place];
    if (bucket) bucket.push({ step, at });
    else buckets[place] = [{ step, at }];
  }
  overdue.sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : ORDER[a.kind] - ORDER[b.kind]));
  const sorted: DatedStep[] = overdue.map((step) => ({ step, at: 0 }));
  for (const bucket of buckets) if (bucket) for (const dated of bucket) sorted.push(dated);
  return sorted;
}

/** Steps that change nothing a forecast counts, like tasting, are in neither. */
const OF_FISH: ReadonlySet<string> = new Set(modules.filter((m) => m.fish).map((m) => m.kind));
const OF_PLANTS: ReadonlySet<string> = new Set(modules.filter((m) => m.plants).map((m) => m.kind));

/** Place within a day, by kind: 0, 1, 2 … in the order the kinds ask for. */
const ORDER = Object.fromEntries([...modules].sort((a, b) => a.order - b.order).map((m, i) => [m.kind, i])) as Record<
  PlanStep['kind'],
  number
>;

function stockOnHand(facts: Pick<FarmFacts, 'packed' | 'products'>, today: number) {
  const shelfLife = new Map(facts.products.map((p) => [p.code, p.shelfLifeDays]));
  const lots = facts.packed.map((lot) => ({
    productCode: lot.productCode,
    from: 0,
    until: dayNumber(lot.packedOn) + (shelfLife.get(lot.productCode) ?? 0) - today,
    quantity: lot.quantity,
    spread: 0,
    lotCode: lot.lotCode,
    stepId: null,
  }));
  // What is past its last day is still in the cold room, but it is no supply.
  return lots.filter((lot) => lot.until >= 0);
}

function sumTanks(result: FarmForecast, facts: FarmFacts) {
  // A channel counts among the tanks while companion stock lives in it.
  const held = new Set(result.fish.map((stay) => stay.placeId));
  for (const place of facts.places) {
    if (place.volumeL === null && !held.has(place.id)) continue;
    result.tanks.set(place.id, {
      count: new Float64Array(result.days),
      biomassG: new Float64Array(result.days),
      feedG: new Float64Array(result.days),
    });
  }
  for (const stay of result.fish) {
    const tank = result.tanks.get(stay.placeId);
    if (!tank) continue;
    for (let i = 0; i < stay.count.length; i++) {
      const day = stay.from + i;
      tank.count[day]! += stay.count[i]!;
      tank.biomassG[day]! += stay.biomassG[i]!;
      tank.feedG[day]! += stay.feedG[i]!;
    }
  }
}

function sumBeds(result: FarmForecast, facts: FarmFacts) {
  const byBed = new Map<string, FarmForecast['plants']>();
  for (const stay of result.plants) {
    const list = byBed.get(stay.placeId);
    if (list) list.push(stay);
    else byBed.set(stay.placeId, [stay]);
  }
  for (const place of facts.places) {
    if (place.kind !== 'bed' && place.kind !== 'nursery') continue;
    result.bedsOccupied.set(place.id, occupiedByDay(byBed.get(place.id) ?? [], result.days));
  }
}

function sumLoops(result: FarmForecast, facts: FarmFacts) {
  for (const loop of facts.loops) {
    result.loops.set(loop.id, {
      feedG: new Float64Array(result.days),
      plantedAreaM2: new Float64Array(result.days),
      ammoniaG: new Float64Array(result.days),
    });
  }
  const loopOfPlace = new Map(facts.places.map((p) => [p.id, p.loopId]));
  const protein = new Map(facts.species.map((s) => [s.code, s.proteinFraction]));
  for (const stay of result.fish) {
    const loop = result.loops.get(loopOfPlace.get(stay.placeId) ?? '');
    if (!loop) continue;
    const ammoniaPerFeed = ammoniaFromFeedG(1, protein.get(stay.speciesCode) ?? 0.4);
    for (let i = 0; i < stay.feedG.length; i++) {
      loop.feedG[stay.from + i]! += stay.feedG[i]!;
      loop.ammoniaG[stay.from + i]! += stay.feedG[i]! * ammoniaPerFeed;
    }
  }
  for (const bed of facts.places) {
    const loop = result.loops.get(bed.loopId ?? '');
    const occupied = result.bedsOccupied.get(bed.id);
    if (bed.kind !== 'bed' || !loop || !occupied || !bed.positions || !bed.areaM2) continue;
    const areaPerPosition = bed.areaM2 / bed.positions;
    for (let day = 0; day < result.days; day++) {
      loop.plantedAreaM2[day]! += Math.min(occupied[day]!, bed.positions) * areaPerPosition;
    }
  }
}
