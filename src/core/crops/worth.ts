import type { Crop } from '../library/types';
import { careOf, careParts } from './care';
import { jobMinutes, type PlantJob } from './labour';
import { cutFactor } from './quantities';
import { bedStages, soldFromBench } from './recipe';

/** What a way of growing asks of floor, work and current. */
export interface MethodNumbers {
  /** Square metres of growing area that stand on one of floor, aisles taken off; towers and racks stand higher. */
  bedPerFloor: number;
  /** Work against rafts at waist height, 1: the same. */
  workFactor: number;
  /** Pumps and air on the mean, W for a m² of growing area. */
  wattsPerM2: number;
  /** Lamps, mean of day, night and the year, W for a m² of growing area; absent: none hang there. */
  lampWattsPerM2?: number;
}

/** Planning defaults, compiled from general extension literature on soilless growing. */
export const METHOD_NUMBERS: Readonly<Record<string, MethodNumbers>> = {
  raft: { bedPerFloor: 0.75, workFactor: 1, wattsPerM2: 3 },
  film: { bedPerFloor: 0.75, workFactor: 0.9, wattsPerM2: 4 },
  tower: { bedPerFloor: 1.9, workFactor: 1.25, wattsPerM2: 7 },
  bucket: { bedPerFloor: 0.7, workFactor: 1.05, wattsPerM2: 3 },
  media: { bedPerFloor: 0.75, workFactor: 1.15, wattsPerM2: 4 },
  sand: { bedPerFloor: 0.75, workFactor: 1.15, wattsPerM2: 3 },
  tray: { bedPerFloor: 2.2, workFactor: 1.1, wattsPerM2: 3 },
  soil: { bedPerFloor: 0.7, workFactor: 1.2, wattsPerM2: 1 },
};

export const METHODS = Object.keys(METHOD_NUMBERS);

export interface WorthCosts {
  /** An hour of work, minor units. */
  hourMinor: number;
  /** A hundred plugs with their cells, and with their seed where the recipe does not say what that costs, minor units. */
  plugs100Minor: number;
  /** A kilowatt-hour, minor units. */
  kwhMinor: number;
  /** Days from the last pick until the place is planted again. */
  turnoverDays: number;
}

/** Planning defaults. */
export const USUAL_COSTS: WorthCosts = { hourMinor: 2200, plugs100Minor: 400, kwhMinor: 30, turnoverDays: 2 };

/** What a farm reckons with: its costs, and what each way of growing asks where it has set its own. */
export interface GrowingCosts extends WorthCosts {
  methods: readonly (Required<MethodNumbers> & { method: string })[];
}

/** Planning defaults with what the farm has set in their place. */
export const methodNumbers = (method: string, { methods }: Pick<GrowingCosts, 'methods'>): MethodNumbers | undefined =>
  methods.find((m) => m.method === method) ?? METHOD_NUMBERS[method];

/** What a crop grown in one way gives of a square metre of floor in a week, by its recipe at its best; heads, g or bunches. */
export interface Worth {
  plants: number;
  units: number;
  grossMinor: number;
  minutes: number;
  kwh: number;
  /** After work, plugs and current; what else a farm costs is not in it. */
  netMinor: number;
  /** What an hour of work on it brings, plugs and current paid. */
  perHourMinor: number;
}

interface WorthArgs {
  crop: Crop;
  method: MethodNumbers;
  /** Of one unit: a kg, a head, a bunch. */
  priceMinor: number;
  costs: WorthCosts;
  /** Plants in one sowing: the minutes of each time are shared by them. */
  batch?: number;
}

const USUAL_BATCH = 200;

/**
 * Heads or leaves, towers or rafts: any two ways of using the floor on one measure.
 * A place holds m²·days from planting to replanting; income, work and plugs of one plant are divided by them.
 * Null for seedlings, which stand in no bed.
 */
export function worthOf({ crop, method, priceMinor, costs, batch = USUAL_BATCH }: WorthArgs): Worth | null {
  if (soldFromBench(crop)) return null;
  const last = bedStages(crop).at(-1)!.perM2;
  const m2Days =
    bedStages(crop).reduce((sum, s) => sum + s.days / s.perM2, 0) +
    ((crop.cutsMax - 1) * crop.regrowDays + costs.turnoverDays) / last;
  const perFloorWeek = (7 * method.bedPerFloor) / m2Days;
  const units = unitsOf(crop);
  const gross = (units / (crop.unit === 'kg' ? 1000 : 1)) * priceMinor;
  const minutes = minutesOfPlant(crop, batch) * method.workFactor;
  const plugs =
    (costs.plugs100Minor / 100 + (crop.seedMinor1000 ?? 0) / 1000) / (crop.germination * crop.nurserySurvival);
  const watts = method.wattsPerM2 + (method.lampWattsPerM2 ?? 0);
  const kwh = (watts * method.bedPerFloor * 168) / 1000;
  const beforeWork = (gross - plugs) * perFloorWeek - kwh * costs.kwhMinor;
  const minutesWeek = minutes * perFloorWeek;
  return {
    plants: perFloorWeek,
    units: units * perFloorWeek,
    grossMinor: gross * perFloorWeek,
    minutes: minutesWeek,
    kwh,
    netMinor: beforeWork - (minutesWeek / 60) * costs.hourMinor,
    perHourMinor: minutesWeek > 0 ? (beforeWork / minutesWeek) * 60 : 0,
  };
}

/** What one plant gives over all its cuts: g, or pieces. */
function unitsOf(crop: Crop): number {
  let units = 0;
  const good = crop.finalSurvival * crop.packout;
  for (let cut = 1; cut <= crop.cutsMax; cut++) {
    const factor = cutFactor(crop, cut);
    if (crop.unit === 'kg') units += good * crop.yieldG * factor;
    else units += (good / (crop.plantsPerUnit ?? 1)) * (crop.unit === 'head' ? 1 : factor);
  }
  return units;
}

/** Minutes of work on one plant from sowing to clearing. */
function minutesOfPlant(crop: Crop, batch: number): number {
  const sown = 1 / (crop.germination * crop.nurserySurvival);
  const jobs: [PlantJob, number, number][] = [
    ['sow', sown, 1],
    ['transplant', 1, 1],
    ['respace', 1, bedStages(crop).length - 1],
    ['pick', 1, crop.cutsMax],
    ['clear', 1, 1],
  ];
  const daysInBed = crop.finalDays + (crop.cutsMax - 1) * crop.regrowDays;
  const care = careOf(crop).reduce((sum, job) => {
    const times = job.everyDays > 0 ? Math.max(0, Math.ceil((daysInBed - job.fromDay) / job.everyDays)) : 1;
    const { eachTime, perPlant } = careParts(job);
    return sum + times * (eachTime / batch + perPlant);
  }, 0);
  return jobs.reduce((sum, [job, each, times]) => {
    const { eachTime, perPlant } = jobMinutes(job, crop);
    return sum + times * (eachTime / batch + perPlant * each);
  }, care);
}
