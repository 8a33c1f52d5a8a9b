import { airAt } from '../facts/airAt';
import { boltShare } from '../crops/bolting';
import { careDays, careOf, careParts } from '../crops/care';
import { jobMinutes, type PlantJob } from '../crops/labour';
import { cutFactor } from '../crops/quantities';
import { bedStages } from '../crops/recipe';
import { isSownOn } from '../crops/recipes';
import { byRest } from '../crops/winterRest';
import { suits } from '../crops/suits';
import { groupBy } from '../groupBy';
import { RuleBroken } from '../errors';
import type { Crop } from '../library/types';
import { sellDays } from '../market/useBy';
import { sowingGroup } from '../plan/build';
import { PlantWeather } from '../plan/plantWeather';
import type { FarmFacts, LoopFact } from '../facts/farm';
import type { PlanStep } from '../facts/step';
import { addDays, daysBetween, type Day } from '../quantity/days';
import { airOf } from './air';
import type { BedGroup, CropDemand, PlannedPick, SowingWay, SuccessionInput, SuccessionTarget } from './types';

/** A crop that makes less than this share of its usual pace in its stages is not sown then: it would stand, and bolt or rot. */
const LEAST_PACE = 0.4;

interface WaysArgs {
  facts: FarmFacts;
  input: SuccessionInput;
  target: SuccessionTarget;
  nurseryId: string;
  cellsPerTray: number;
}

/** Every recipe in every bed that suits it, sown in every week that is one of its season and brings something in time. */
export function waysOf({ facts, input, target, nurseryId, cellsPerTray }: WaysArgs): SowingWay[] {
  const courses = new Map<string, Course | null>();
  const weather = new PlantWeather(facts, input.days);
  const asked = input.demand.flatMap((demand, d) => demand.recipes.map((crop) => ({ demand, d, crop })));
  return asked.flatMap(({ demand, d, crop }) =>
    input.groups.flatMap((room, g) => {
      const kind = input.rooms.get(room.walk);
      const air = airOf(crop);
      if (crop.retiredOn || !suits(crop, room.method) || (air && kind !== 'open' && kind !== air)) return [];
      const loop = airAt(facts, room.beds[0]?.bed)!;
      return Array.from({ length: input.weeks }, (_, week) => week).flatMap((week) => {
        const sowAt = input.offset + week * 7 + (target.sowOn - 1);
        const key = `${crop.code}|${loop.id}|${room.beds[0]?.bed.houseId ?? ''}|${week}`;
        if (!courses.has(key)) courses.set(key, courseOf({ facts, crop, loop, sowAt, nurseryId, cellsPerTray }));
        const course = courses.get(key);
        if (course) input.firstPick[d] = Math.min(input.firstPick[d]!, course.pickAt[0]!);
        const way = course && wayOf({ input, target, weather, demand, crop, d, g, course });
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

/** The days of a sowing, from the very steps it will be planned with. Null: not its season, or too cold or too dark for it then. */
function courseOf({ facts, crop, loop, sowAt, nurseryId, cellsPerTray }: CourseArgs): Course | null {
  const nurseryAir = airAt(
    facts,
    facts.places.find((p) => p.id === nurseryId),
  );
  const wish = { crop, loop, nurseryAir, lotCode: '', nurseryId, bedId: '', cellsPerTray };
  const sowDay = addDays(facts.today, sowAt);
  if (!isSownOn(crop, sowDay)) return null;
  try {
    const steps = sowingGroup({
      wish,
      sowDay,
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
  crop: Crop;
  d: number;
  g: number;
  course: Course;
}

function wayOf({ input, target, weather, demand, crop, d, g, course }: WayArgs): SowingWay | null {
  const room = input.groups[g]!;
  const picks = picksOf(demand, { crop, course }, (at) => leftAt(weather, room, { crop, course, at }));
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
    holds: holdsOf(crop, course, input.today),
    seedsPerPlant,
    takesOfLoop: room.areaPerPlaceM2 * (loop.byNitrogen ? crop.nitrogenUptakeGM2Day : 1),
    minutes,
    eachTimeMinor: minutes.reduce((sum, m) => sum + m.eachTime, 0) * hour,
    plantMinor:
      minutes.reduce((sum, m) => sum + m.perPlant, 0) * hour + (seedsPerPlant * target.costs.plugs100Minor) / 100,
  };
}

interface LeftArgs {
  crop: Crop;
  course: Course;
  at: number;
}

/** Share that heat and light of the days before a pick leave of it, as the forecast will reckon it. */
function leftAt(weather: PlantWeather, { beds }: BedGroup, { crop, course, at }: LeftArgs): number {
  const from = course.respaceAt.at(-1) ?? course.transplantAt;
  const { id } = beds[0]!.bed;
  return (1 - boltShare(weather.heatBefore(crop, id, { from, at }))) * weather.fruitShare(crop, id, at);
}

/** What one plant gives at each pick, and which demands may have it. */
function picksOf(
  { product, points }: CropDemand,
  { crop, course: { pickAt, clearAt } }: { crop: Crop; course: Course },
  leftAt: (at: number) => number,
): PlannedPick[] {
  // It may stand for its window, but not beyond the next cut or the clearing.
  const stands = (i: number) =>
    crop.pickingCurve ? 0 : Math.min(crop.windowDays, (pickAt[i + 1] ?? clearAt) - pickAt[i]!);
  return pickAt.map((at, i) => {
    const standing = crop.finalSurvival * crop.packout * leftAt(at);
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

/** Places that one plant holds: a part of one while it stands dense, or rests in its corner. */
function holdsOf(crop: Crop, { transplantAt, respaceAt, clearAt }: Course, today: Day): SowingWay['holds'] {
  const stages = bedStages(crop);
  const last = stages.at(-1)!.perM2;
  const bounds = [transplantAt, ...respaceAt, clearAt];
  return stages.flatMap(({ perM2 }, i) =>
    byRest(crop, { from: bounds[i]!, until: bounds[i + 1]! }, today).map(({ part, rests }) => ({
      ...part,
      places: last / Math.max(rests ? crop.rest!.perM2 : perM2, last),
    })),
  );
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
  const weekOf = (at: number) => Math.min(weeks - 1, Math.max(0, Math.floor((at - offset) / 7)));
  const care = careOf(crop).flatMap((c) =>
    careDays(c, course.transplantAt, course.clearAt).map((at) => ({ week: weekOf(at), ...careParts(c) })),
  );
  const own = jobs.map(([job, at]) => {
    const { eachTime, perPlant } = jobMinutes(job, crop);
    return { week: weekOf(at), eachTime, perPlant: perPlant * (job === 'sow' ? seedsPerPlant : 1) };
  });
  // Jobs of one week share its hours.
  return [...groupBy([...care, ...own], (m) => String(m.week)).values()].map((all) => ({
    week: all[0]!.week,
    eachTime: all.reduce((sum, m) => sum + m.eachTime, 0),
    perPlant: all.reduce((sum, m) => sum + m.perPlant, 0),
  }));
}
