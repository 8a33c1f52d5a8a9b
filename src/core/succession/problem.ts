import { boltShare } from '../crops/bolting';
import { minutesOf, jobMinutes, type PlantJob } from '../crops/labour';
import { cutFactor } from '../crops/quantities';
import { bedStages } from '../crops/recipe';
import { suits } from '../crops/suits';
import { RuleBroken } from '../errors';
import type { Crop } from '../library/types';
import { isMain } from '../market/families';
import { promiseTable } from '../market/promiseTable';
import { sellDays } from '../market/useBy';
import { sowingGroup } from '../plan/build';
import { forecastFarm } from '../plan/forecast';
import { PlantWeather } from '../plan/plantWeather';
import {
  DEFAULT_SETTINGS,
  type FarmFacts,
  type FarmForecast,
  type LoopFact,
  type PlaceFact,
  type PlanStep,
} from '../plan/types';
import { addDays, daysBetween } from '../quantity/days';
import { planStart } from '../stocking/problem';
import { bandOf, isByNitrogen } from '../water/loopBalance';
import { say } from '../words/words';
import { demandOf } from './demand';
import type {
  BedGroup,
  CropDemand,
  LoopRoom,
  PlannedPick,
  SowingWay,
  SuccessionInput,
  SuccessionTarget,
} from './types';

export interface SuccessionProblem {
  input: SuccessionInput;
  target: SuccessionTarget;
  /** The kept plan's. */
  forecast: FarmForecast;
}

/** What is picked after the last week still needs its bed: room is reckoned for so many days more. */
const TAIL_DAYS = 70;
/** A crop that makes less than this share of its usual pace in its stages is not sown then: it would stand, and bolt or rot. */
const LEAST_PACE = 0.4;

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
    minutesFree: minutesFree({ facts, plan, target, offset }),
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
  const restUntil = rest ? daysBetween(facts.today, rest.until) : -1;
  return Float64Array.from({ length: forecast.days }, (_, day) =>
    day <= restUntil ? 0 : Math.max(0, positions - (held?.[day] ?? 0)),
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
    const key = [loop, method, walk, areaPerPlaceM2.toFixed(4)].join('|');
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

interface MinutesFreeArgs {
  facts: FarmFacts;
  plan: readonly PlanStep[];
  target: SuccessionTarget;
  offset: number;
}

function minutesFree({ facts, plan, target, offset }: MinutesFreeArgs): number[] {
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
  const free = new Map(facts.crops.map((c) => [c.code, whole * target.mostShare!]));
  for (const stay of forecast.plants) {
    const area = areas.get(stay.placeId);
    if (area === undefined) continue;
    const stood = Math.max(0, Math.min(stay.until, days) - Math.max(0, stay.from));
    free.set(stay.cropCode, (free.get(stay.cropCode) ?? 0) - stood * stay.positions * area);
  }
  return new Map([...free].map(([code, left]) => [code, Math.max(0, left)]));
}

/** What a crop is in a room whose air is shared. */
export function airOf(crop: Crop): 'fruit' | 'leaves' | null {
  if (crop.airGroup === 'ripening fruit') return 'fruit';
  return crop.airGroup === 'ethylene-sensitive' ? 'leaves' : null;
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

interface WaysArgs {
  facts: FarmFacts;
  input: SuccessionInput;
  target: SuccessionTarget;
  nurseryId: string;
  cellsPerTray: number;
}

/** Every crop in every bed that suits it, sown in every week that brings something in time. */
function waysOf({ facts, input, target, nurseryId, cellsPerTray }: WaysArgs): SowingWay[] {
  const courses = new Map<string, Course | null>();
  const weather = new PlantWeather(facts, input.days);
  return input.demand.flatMap((demand, d) =>
    input.groups.flatMap((room, g) => {
      const { crop } = demand;
      const kind = input.rooms.get(room.walk);
      const air = airOf(crop);
      if (crop.retiredOn || !suits(crop, room.method) || (air && kind !== 'open' && kind !== air)) return [];
      const loop = facts.loops[room.loop]!;
      return Array.from({ length: input.weeks }, (_, week) => week).flatMap((week) => {
        const sowAt = input.offset + week * 7 + (target.sowOn - 1);
        const key = `${crop.code}|${loop.id}|${week}`;
        if (!courses.has(key)) courses.set(key, courseOf({ facts, crop, loop, sowAt, nurseryId, cellsPerTray }));
        const course = courses.get(key);
        if (course) input.firstPick[d] = Math.min(input.firstPick[d]!, course.pickAt[0]!);
        const way = course && wayOf({ input, target, weather, demand, d, g, course });
        return way ? [way] : [];
      });
    }),
  );
}

interface Course {
  sowAt: number;
  transplantAt: number;
  respaceAt: number[];
  pickAt: number[];
  clearAt: number;
}

interface CourseArgs {
  facts: FarmFacts;
  crop: Crop;
  loop: LoopFact;
  sowAt: number;
  nurseryId: string;
  cellsPerTray: number;
}

const NO_QUANTITIES = { units: 0, positions: 0, seedlings: 0, seeds: 0, trays: 0, spareSeeds: 0 };

/** The days of a sowing, from the very steps it will be planned with. Null: too cold or too dark for it then. */
function courseOf({ facts, crop, loop, sowAt, nurseryId, cellsPerTray }: CourseArgs): Course | null {
  const wish = { crop, loop, lotCode: '', nurseryId, bedId: '', cellsPerTray };
  try {
    const steps = sowingGroup({
      wish,
      sowDay: addDays(facts.today, sowAt),
      quantities: NO_QUANTITIES,
      newId: () => '',
    });
    const daysOf = (kind: PlanStep['kind']) =>
      steps.filter((s) => s.kind === kind).map((s) => daysBetween(facts.today, s.day));
    const [transplantAt, clearAt] = [daysOf('transplant')[0]!, daysOf('clear')[0]!];
    const pickAt = daysOf('pick');
    const usual = crop.nurseryDays + crop.finalDays;
    if (pickAt[0]! - sowAt > usual / LEAST_PACE) return null;
    return { sowAt, transplantAt, respaceAt: daysOf('respace'), pickAt, clearAt };
  } catch (error) {
    if (error instanceof RuleBroken) return null;
    throw error;
  }
}

interface WayArgs {
  input: SuccessionInput;
  target: SuccessionTarget;
  weather: PlantWeather;
  demand: CropDemand;
  d: number;
  g: number;
  course: Course;
}

function wayOf({ input, target, weather, demand, d, g, course }: WayArgs): SowingWay | null {
  const { crop } = demand;
  const room = input.groups[g]!;
  const picks = picksOf(demand, course, (at) => boltedAt(weather, room, { crop, course, at }));
  if (!picks.some((p) => p.serves[1] > p.serves[0])) return null;
  const seedsPerPlant = 1 / (crop.germination * crop.nurserySurvival);
  const minutes = workOf({ crop, course, seedsPerPlant, offset: input.offset, weeks: input.minutesFree.length });
  const hour = target.costs.hourMinor / 60;
  const loop = input.loops[room.loop]!;
  return {
    crop,
    demand: d,
    group: g,
    sowAt: course.sowAt,
    transplantAt: course.transplantAt,
    clearAt: course.clearAt,
    picks,
    holds: holdsOf(crop, course),
    seedsPerPlant,
    takesOfLoop: room.areaPerPlaceM2 * (loop.byNitrogen ? crop.nitrogenUptakeGM2Day : 1),
    minutes,
    eachTimeMinor: minutes.reduce((sum, m) => sum + m.eachTime, 0) * hour,
    plantMinor:
      minutes.reduce((sum, m) => sum + m.perPlant, 0) * hour + (seedsPerPlant * target.costs.plugs100Minor) / 100,
  };
}

interface BoltedArgs {
  crop: Crop;
  course: Course;
  at: number;
}

/** Share that the heat of the days before a pick costs, as the forecast will reckon it. */
function boltedAt(weather: PlantWeather, { beds }: BedGroup, { crop, course, at }: BoltedArgs): number {
  const from = course.respaceAt.at(-1) ?? course.transplantAt;
  return boltShare(weather.heatBefore(crop, beds[0]!.bed.id, { from, at }));
}

/** What one plant gives at each pick, and which demands may have it. */
function picksOf(
  { crop, product, points }: CropDemand,
  { pickAt, clearAt }: Course,
  boltedAt: (at: number) => number,
): PlannedPick[] {
  // It may stand for its window, but not beyond the next cut or the clearing.
  const stands = (i: number) =>
    crop.pickingCurve ? 0 : Math.min(crop.windowDays, (pickAt[i + 1] ?? clearAt) - pickAt[i]!);
  return pickAt.map((at, i) => {
    const standing = crop.finalSurvival * crop.packout * (1 - boltedAt(at));
    const factor = cutFactor(crop, i + 1);
    const pieces = (standing / (crop.plantsPerUnit ?? 1)) * (crop.unit === 'head' ? 1 : factor);
    const until = at + stands(i) + sellDays(product);
    const from = points.findIndex((p) => p.at >= at);
    const after = points.findLastIndex((p) => p.at <= until) + 1;
    return {
      at,
      until,
      perPlace: product.unit === 'kg' ? standing * crop.yieldG * factor : pieces,
      serves: from < 0 || after <= from ? [0, 0] : [from, after],
    };
  });
}

/** Places that one plant holds: a part of one while it stands dense. */
function holdsOf(crop: Crop, { transplantAt, respaceAt, clearAt }: Course): SowingWay['holds'] {
  const stages = bedStages(crop);
  const last = stages.at(-1)!.perM2;
  const bounds = [transplantAt, ...respaceAt, clearAt];
  return stages.map(({ perM2 }, i) => ({
    from: bounds[i]!,
    until: bounds[i + 1]!,
    places: last / Math.max(perM2, last),
  }));
}

interface WorkArgs {
  crop: Crop;
  course: Course;
  seedsPerPlant: number;
  offset: number;
  weeks: number;
}

function workOf({ crop, course, seedsPerPlant, offset, weeks }: WorkArgs): SowingWay['minutes'] {
  const jobs: [PlantJob, number][] = [
    ['sow', course.sowAt],
    ['transplant', course.transplantAt],
    ...course.respaceAt.map((at): [PlantJob, number] => ['respace', at]),
    ...course.pickAt.map((at): [PlantJob, number] => ['pick', at]),
    ['clear', course.clearAt],
  ];
  return jobs.map(([job, at]) => {
    const { eachTime, perPlant } = jobMinutes(job, crop);
    const week = Math.min(weeks - 1, Math.max(0, Math.floor((at - offset) / 7)));
    return { week, eachTime, perPlant: perPlant * (job === 'sow' ? seedsPerPlant : 1) };
  });
}

/** Crops that can be planned: main products of the farm that a crop gives. */
export function plannedProducts(facts: Pick<FarmFacts, 'products' | 'crops'>) {
  return facts.products.filter(
    (p) => p.cropCode && isMain(p) && !p.retiredOn && facts.crops.some((c) => c.code === p.cropCode && !c.retiredOn),
  );
}
