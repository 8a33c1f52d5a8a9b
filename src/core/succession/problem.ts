import { restOn } from '../crops/bedRest';
import { careDays, careMinutes, careOf } from '../crops/care';
import { minutesOf, type PlantJob } from '../crops/labour';
import { goodsCodes, recipesOf } from '../crops/recipes';
import { RuleBroken } from '../errors';
import { isMain } from '../market/families';
import { promiseTable } from '../market/promiseTable';
import { forecastFarm } from '../plan/forecast';
import { DEFAULT_SETTINGS } from '../plan/settings';
import { type FarmFacts, type PlaceFact } from '../facts/farm';
import { type FarmForecast } from '../facts/forecast';
import { type PlanStep } from '../facts/step';
import { addDays, daysBetween } from '../quantity/days';
import { planStart } from '../stocking/problem';
import { bandOf, isByNitrogen } from '../water/loopBalance';
import { say } from '../words/words';
import { airOf } from './air';
import { demandOf } from './demand';
import { waysOf } from './ways';
import type { BedGroup, LoopRoom, SuccessionInput, SuccessionTarget } from './types';

export interface SuccessionProblem {
  input: SuccessionInput;
  target: SuccessionTarget;
  /** The kept plan's. */
  forecast: FarmForecast;
}

/** What is picked after the last week still needs its bed: room is reckoned for so many days more. */
const TAIL_DAYS = 70;
/**
 * Puts a farm and a target into the planner's terms. Weeks begin with the next Monday. What the kept plan holds, feeds, works and
 * sells is taken out of beds, bench, loops, hours and demand; fish stay as they are planned.
 * @throws {RuleBroken} when the farm or the target cannot be planned with
 */
export function successionProblem(
  facts: FarmFacts,
  plan: readonly PlanStep[],
  target: SuccessionTarget,
): SuccessionProblem {
  const offset = daysBetween(facts.today, planStart(facts.today));
  const days = offset + target.weeks * 7 + TAIL_DAYS;
  const forecast = forecastFarm(facts, plan, { ...DEFAULT_SETTINGS, horizonDays: days });
  const nursery = facts.places.find((p) => p.kind === 'nursery');
  if (!nursery) throw new RuleBroken('form', say`This farm has no nursery to sow it in.`);
  const groups = groupsOf(facts, forecast, target);
  if (groups.length === 0) throw new RuleBroken('beds', say`Choose at least one bed with places.`);
  const horizon = { offset, weeks: target.weeks };
  const demand = demandOf({ facts, forecast, target, ...horizon, promise: promisesOf(facts, forecast, target) });
  if (demand.length === 0)
    throw new RuleBroken('form', say`Nothing is wanted: give an amount a week for at least one product.`);
  const input: SuccessionInput = {
    today: facts.today,
    ...horizon,
    days,
    groups,
    loops: loopsOf({ facts, forecast, target, offset, groups }),
    benchFree: freeByDay(nursery.id, nursery.positions ?? Infinity, { facts, forecast }),
    minutesFree: minutesFree({ facts, forecast, plan, target, offset }),
    demand,
    ways: [],
    firstPick: demand.map(() => Infinity),
    shareFree: shareFree({ facts, forecast, groups, target, days: offset + target.weeks * 7 }),
    rooms: roomsOf(facts, forecast, groups),
  };
  input.ways = waysOf({ facts, input, target, nurseryId: nursery.id, cellsPerTray: nursery.pieceSize ?? 104 });
  return { input, target, forecast };
}

function promisesOf(facts: FarmFacts, forecast: FarmForecast, target: SuccessionTarget) {
  const { products, promises } = facts;
  return promiseTable({ forecast, products, promises, weeks: target.weeks + 1 });
}

interface Ground {
  facts: FarmFacts;
  forecast: FarmForecast;
}

function freeByDay(placeId: string, positions: number, { facts, forecast }: Ground): Float64Array {
  const held = forecast.bedsOccupied.get(placeId);
  const rest = facts.resting.find((r) => r.placeId === placeId);
  const place = facts.places.find((p) => p.id === placeId && p.rests);
  const restUntil = rest ? daysBetween(facts.today, rest.until) : -1;
  return Float64Array.from({ length: forecast.days }, (_, day) =>
    day <= restUntil || (place && restOn(place, addDays(facts.today, day)))
      ? 0
      : Math.max(0, positions - (held?.[day] ?? 0)),
  );
}

/** Beds chosen, those alike as one. */
function groupsOf(facts: FarmFacts, forecast: FarmForecast, target: SuccessionTarget): BedGroup[] {
  const groups = new Map<string, BedGroup & { beds: { bed: PlaceFact; free: Float64Array }[] }>();
  for (const bed of facts.places) {
    const loop = facts.loops.findIndex((l) => l.id === bed.loopId);
    if (bed.kind !== 'bed' || !bed.positions || loop < 0 || !target.bedIds.includes(bed.id)) continue;
    const areaPerPlaceM2 = (bed.areaM2 ?? 0) / bed.positions;
    const { method, walk } = bed;
    const key = [loop, method, walk, bed.houseId ?? '', areaPerPlaceM2.toFixed(4)].join('|');
    const free = freeByDay(bed.id, bed.positions, { facts, forecast });
    const known = groups.get(key);
    if (!known)
      groups.set(key, {
        ...{ beds: [{ bed, free }], loop, method, walk, areaPerPlaceM2, places: bed.positions },
        free: Float64Array.from(free),
      });
    else {
      known.beds.push({ bed, free });
      known.places += bed.positions;
      free.forEach((places, day) => (known.free[day]! += places));
    }
  }
  return [...groups.values()];
}

interface LoopsOfArgs extends Ground {
  target: SuccessionTarget;
  offset: number;
  groups: readonly BedGroup[];
}

/** What each loop feeds beyond what stands and is planned in it: the least its plants are comfortable with decides. */
function loopsOf({ facts, forecast, target, offset, groups }: LoopsOfArgs): LoopRoom[] {
  return facts.loops.map((loop, i) => {
    const byNitrogen = isByNitrogen(loop);
    const series = forecast.loops.get(loop.id);
    const open = !target.holdNutrients || loop.kind === 'bench' || !series || !groups.some((g) => g.loop === i);
    const free = Array.from({ length: target.weeks + TAIL_DAYS / 7 }, (_, week) => {
      if (open) return Infinity;
      const mean = (of: Float64Array) => meanOf(of, offset + week * 7);
      const [low] = bandOf(loop);
      if (low <= 0) return Infinity;
      return byNitrogen
        ? Math.max(0, (mean(series.ammoniaG) * 100) / low - mean(series.uptakeG ?? new Float64Array()))
        : Math.max(0, mean(series.feedG) / low - mean(series.plantedAreaM2));
    });
    return { loopId: loop.id, name: loop.name, byNitrogen, free };
  });
}

function meanOf(series: Float64Array, from: number): number {
  const week = series.subarray(from, from + 7);
  return week.length === 0 ? 0 : week.reduce((a, b) => a + b, 0) / week.length;
}

const PLANT_JOBS: ReadonlySet<string> = new Set(['sow', 'transplant', 'respace', 'pick', 'clear']);

interface MinutesFreeArgs extends Ground {
  plan: readonly PlanStep[];
  target: SuccessionTarget;
  offset: number;
}

function minutesFree({ facts, forecast, plan, target, offset }: MinutesFreeArgs): number[] {
  const weeks = target.weeks + TAIL_DAYS / 7;
  if (target.labourHoursWeek === null) return Array<number>(weeks).fill(Infinity);
  const free = Array<number>(weeks).fill(target.labourHoursWeek * 60);
  const crops = new Map(facts.crops.map((c) => [c.code, c]));
  for (const step of plan) {
    if (!PLANT_JOBS.has(step.kind) || step.cropCode === null) continue;
    const week = Math.floor((daysBetween(facts.today, step.day) - offset) / 7);
    if (week >= 0 && week < weeks)
      free[week]! -= minutesOf(step.kind as PlantJob, crops.get(step.cropCode), step.count);
  }
  for (const stay of forecast.plants) {
    const crop = crops.get(stay.cropCode);
    if (!crop || stay.stage === null) continue;
    for (const care of careOf(crop))
      for (const at of careDays(care, stay.from, Math.min(stay.until, offset + weeks * 7))) {
        const week = Math.floor((at - offset) / 7);
        if (week >= 0 && week < weeks) free[week]! -= careMinutes(care, stay.plants);
      }
  }
  return free.map((minutes) => Math.max(0, minutes));
}

interface ShareFreeArgs extends Ground {
  groups: readonly BedGroup[];
  target: SuccessionTarget;
  days: number;
}

/** m²·days that each crop may still have in these beds. */
function shareFree({ facts, forecast, groups, target, days }: ShareFreeArgs): Map<string, number> {
  if (target.mostShare === null) return new Map();
  const areas = new Map(groups.flatMap((g) => g.beds.map(({ bed }) => [bed.id, g.areaPerPlaceM2])));
  const whole = groups.reduce((sum, g) => sum + g.areaPerPlaceM2 * g.places * days, 0);
  const goods = goodsCodes(facts.crops);
  const free = new Map([...goods.values()].map((code) => [code, whole * target.mostShare!]));
  for (const stay of forecast.plants) {
    const area = areas.get(stay.placeId);
    if (area === undefined) continue;
    const stood = Math.max(0, Math.min(stay.until, days) - Math.max(0, stay.from));
    const code = goods.get(stay.cropCode)!;
    free.set(code, (free.get(code) ?? 0) - stood * stay.positions * area);
  }
  return new Map([...free].map(([code, left]) => [code, Math.max(0, left)]));
}

/** A room that already has one of the two keeps to it; one with both is past deciding. */
function roomsOf(facts: FarmFacts, forecast: FarmForecast, groups: readonly BedGroup[]): SuccessionInput['rooms'] {
  const crops = new Map(facts.crops.map((c) => [c.code, c]));
  const walks = new Map(facts.places.filter((p) => p.kind === 'bed').map((p) => [p.id, p.walk]));
  const held = new Map<string, Set<string>>();
  for (const stay of forecast.plants) {
    const walk = walks.get(stay.placeId);
    const air = airOf(crops.get(stay.cropCode)!);
    if (walk && air) held.set(walk, (held.get(walk) ?? new Set()).add(air));
  }
  return new Map(
    groups.map(({ walk }) => {
      const kinds = [...(held.get(walk) ?? [])];
      return [walk, kinds.length === 1 ? (kinds[0] as 'fruit' | 'leaves') : 'open'];
    }),
  );
}

/** Crops that can be planned: main products of the farm that a crop gives. */
export function plannedProducts(facts: Pick<FarmFacts, 'products' | 'crops'>) {
  return facts.products.filter(
    (p) => p.cropCode && isMain(p) && !p.retiredOn && recipesOf(facts.crops, p.cropCode).length > 0,
  );
}
