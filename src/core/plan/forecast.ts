import { occupiedByDay } from '../crops/occupancy';
import { dayNumber, type Day } from '../quantity/days';
import { ammoniaFromFeedG } from '../water/ammonia';
import { forecastFish, type DatedStep } from './forecastFish';
import { forecastPlants } from './forecastPlants';
import {
  DEFAULT_SETTINGS,
  STEP_KINDS,
  type FarmFacts,
  type FarmForecast,
  type ForecastSettings,
  type PlanStep,
} from './types';

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
  const buckets: (DatedStep[] | undefined)[] = new Array(days * STEP_KINDS.length);
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
    const place = at * STEP_KINDS.length + ORDER[step.kind];
    const bucket = buckets[place];
    if (bucket) bucket.push({ step, at });
    else buckets[place] = [{ step, at }];
  }
  overdue.sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : ORDER[a.kind] - ORDER[b.kind]));
  const sorted: DatedStep[] = overdue.map((step) => ({ step, at: 0 }));
  for (const bucket of buckets) if (bucket) for (const dated of bucket) sorted.push(dated);
  return sorted;
}

/** Exchanging purge water and tasting change nothing that a forecast counts. */
const OF_FISH: ReadonlySet<string> = new Set(['feed_stop', 'harvest', 'purge', 'move', 'stock']);
const OF_PLANTS: ReadonlySet<string> = new Set(['clear', 'pick', 'transplant', 'sow']);

/** On one day the tank is emptied before it is filled, and fish arrive before they are judged. */
const ORDER: Record<PlanStep['kind'], number> = {
  clear: 0, feed_stop: 1, harvest: 2, purge: 3, move: 4, stock: 5, exchange: 6, taste: 7, pick: 8, transplant: 9, sow: 10,
}; // prettier-ignore

function stockOnHand(facts: FarmFacts, today: number) {
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
