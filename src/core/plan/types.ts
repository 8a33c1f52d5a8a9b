import type { BedRest } from '../crops/bedRest';
import type {} from './steps/list.generated';
import type { StepDetail, StepKind } from './steps/stepKind';
import { DEFAULT_DAILY_MORTALITY, FASTING_LOSS_PER_DAY } from '../fish/stocking';
import type { FeedRule } from '../fish/feed';
import type { SampleWeight } from '../fish/presentSize';
import type { Crop, Species } from '../library/types';
import type { Day } from '../quantity/days';
import type { OutsideRole, StoreRole } from '../setup/roles';
import type { LifeSupport } from '../water/lifeSupport';
import type { School } from '../water/loopBalance';
import { type ProductUnit } from '../quantity/units';

export const PLACE_KINDS = ['tank', 'purge', 'quarantine', 'sump', 'bed', 'nursery', 'store', 'outside'] as const;
export type PlaceKind = (typeof PLACE_KINDS)[number];

export interface LoopFact {
  id: string;
  code: string;
  name: string;
  kind: 'coupled' | 'decoupled' | 'bench';
  /** Feed per planted m² and day that the loop's crops are comfortable with. */
  bandGM2: [number, number];
  /** By what it warns; by feed unless said. */
  school?: School;
  /** Nitrogen given, percent of what its plants take up, that they are comfortable with. */
  bandNPercent?: [number, number];
  /** Twelve mid-month values, °C. */
  plannedWaterTempC: number[];
  /** Its record is broken: fish are reckoned at their best temperature, so that they are still fed. */
  waterUnknown?: boolean;
  /** Settings that depart from the months, oldest first; null goes back to the months. */
  tempPlan: { from: Day; tempC: number | null }[];
  lifeSupport: LifeSupport;
  plannedAirTempC: number[];
  /** Daily light sum at the leaves, mol/m². */
  plannedLightMol: number[];
  /** What days that are over were like, where it was read: mean air temperature, °C, and light sum, mol/m², by day. */
  recordedAir?: { tempC: Readonly<Record<Day, number>>; lightMol: Readonly<Record<Day, number>> };
}

export interface PlaceFact {
  id: string;
  code: string;
  name: string;
  kind: PlaceKind;
  loopId: string | null;
  stage: string | null;
  volumeL: number | null;
  densityLimitKgM3: number | null;
  positions: number | null;
  areaM2: number | null;
  method: string | null;
  /** Holes of one raft, cells of one tray: what moves as one piece. */
  pieceSize: number | null;
  walk: string;
  walkOrder: number;
  /** Stores and places outside: what they are for. */
  role: StoreRole | OutsideRole | null;
  /** What it was called until a while ago; the log line still knows it. */
  formerCodes?: readonly string[];
  /** Beds: when nothing is planted into it. */
  rests?: readonly BedRest[];
}

/** Fish of one lot in one place, as known on the day of the facts. */
export interface FishFact {
  lotId: string;
  lotCode: string;
  speciesCode: string;
  placeId: string;
  count: number;
  /** Mean weight of the undivided cohort on the day of the facts, g. */
  referenceG: number;
  /** Relative sizes that are still here, see SizeBin. */
  bins: { relative: number; share: number }[];
  /** Growth multiplier from samples, and its standard error. */
  pace: number;
  paceError: number;
  /** Last sample against the forecast made before it, as a share; null with one sample. */
  lastForecastError: number | null;
  feedStoppedOn: Day | null;
  sampledOn: Day | null;
  /** How much the last sample counts in its size; absent or null: never sampled. */
  lastSample?: SampleWeight | null;
  stockedOn: Day;
}

export interface PlantingFact {
  lotId: string;
  lotCode: string;
  cropCode: string;
  placeId: string;
  /** Seeds or seedlings in the nursery, plants in a bed. */
  count: number;
  sownOn: Day;
  /** Null while in the nursery. */
  transplantedOn: Day | null;
  /** Which stage in the bed it is in, from 0, and since when; absent: the first, since it was transplanted. */
  stage?: number;
  stageFrom?: Day | null;
  cutsDone: number;
  lastCutOn: Day | null;
}

export interface ProductFact {
  code: string;
  name: string;
  unit: ProductUnit;
  speciesCode: string | null;
  cropCode: string | null;
  /** Sold alive by total length, cm, from and to; null: packed as food. */
  liveCm?: [number, number] | null;
  /** Days a packed unit keeps. */
  shelfLifeDays: number;
  /** Of them, what a customer must still have; none unless said. */
  leastLeftDays?: number;
  /** One of PRODUCT_FORMS. */
  form?: string | null;
  priceMinor: number;
  /** Made of the supply of another product: how much of that one (g or pieces) a g or piece of this one takes. */
  madeFrom?: { code: string; takes: number } | null;
  /** Pieces, or g, that a pack holds; orders are taken in whole packs. Null: loose. */
  packSize?: number | null;
  /** Not offered any more; what lies packed or is promised stays. */
  retiredOn?: Day | null;
}

/** Packed goods in the cold room, not set aside for an order. Quantity in g (kg products) or pieces. */
export interface PackedFact {
  lotId: string;
  lotCode: string;
  productCode: string;
  quantity: number;
  packedOn: Day;
}

/** What is still owed on an order line. Quantity in g (kg products) or pieces. */
export interface PromiseFact {
  lineId: string;
  orderId: string;
  orderCode: string;
  customer: string;
  productCode: string;
  day: Day;
  quantity: number;
}

export type { StepDetail, StepKind } from './steps/stepKind';

/** One intended act. Steps of one group belong together and slide together. */
export interface PlanStep {
  id: string;
  groupId: string;
  kind: StepKind;
  day: Day;
  lotCode: string;
  speciesCode: string | null;
  cropCode: string | null;
  fromPlaceId: string | null;
  toPlaceId: string | null;
  count: number;
  /** What this kind of step carries beyond its count, by name. */
  detail: StepDetail;
  version: number;
}

export interface FarmFacts {
  today: Day;
  loops: LoopFact[];
  places: PlaceFact[];
  fish: FishFact[];
  plantings: PlantingFact[];
  packed: PackedFact[];
  promises: PromiseFact[];
  species: Species[];
  crops: Crop[];
  products: ProductFact[];
  feedRules: FeedRule[];
  treatments: TreatmentFact[];
  quarantine: QuarantineFact[];
  /** Places that rest or wait to be cleaned, with the last day of rest. */
  resting: { placeId: string; until: Day }[];
}

/** A treatment whose withdrawal period has not ended. */
export interface TreatmentFact {
  lotCode: string;
  product: string;
  /** Last day on which the fish may not be sold. */
  until: Day;
}

/** Fish of one lot in quarantine. */
export interface QuarantineFact {
  lotCode: string;
  placeId: string;
  until: Day;
  clearedOn: Day | null;
}

export interface ForecastSettings {
  horizonDays: number;
  dailyMortality: number;
  fastingLossPerDay: number;
}

/** A lot's time in one place. Arrays have one entry a day, from `from` up to, not including, `until` (day indexes). */
export interface FishStay {
  lotCode: string;
  speciesCode: string;
  placeId: string;
  from: number;
  until: number;
  count: Float64Array;
  meanG: Float64Array;
  biomassG: Float64Array;
  feedG: Float64Array;
  paceError: number;
}

export interface PlantStay {
  lotCode: string;
  cropCode: string;
  placeId: string;
  from: number;
  until: number;
  /** Places held: fewer than plants while they stand denser than at last. */
  positions: number;
  /** Seeds or seedlings on the bench, plants in a bed. */
  plants: number;
  /** Its stage in the bed, from 0; null on the bench. */
  stage: number | null;
  /** First day index at which it may be picked. */
  readyFrom: number | null;
}

export interface SupplyBatch {
  productCode: string;
  /** First and last day index on which it can go to a customer. */
  from: number;
  until: number;
  /** g for kg products, else pieces. */
  quantity: number;
  /** Fish of a harvest, and their weight, g. */
  count?: number;
  massG?: number;
  /** Days of its span for which it may stand unpicked: until the next cut or the clearing, at most its harvest window. */
  standsDays?: number;
  /** One standard deviation as a share of the quantity. */
  spread: number;
  lotCode: string;
  stepId: string | null;
}

export interface TankSeries {
  count: Float64Array;
  biomassG: Float64Array;
  feedG: Float64Array;
}

export interface LoopSeries {
  feedG: Float64Array;
  plantedAreaM2: Float64Array;
  ammoniaG: Float64Array;
  /** Nitrogen that its plants take up; only of loops that warn by it. */
  uptakeG?: Float64Array;
}

export interface Warning {
  kind: 'unripe' | 'small' | 'missing' | 'overfull' | 'crowded' | 'bolting' | 'resting';
  day: Day;
  placeId: string | null;
  lotCode: string;
  words: string;
}

export interface FarmForecast {
  firstDay: Day;
  days: number;
  fish: FishStay[];
  plants: PlantStay[];
  tanks: Map<string, TankSeries>;
  loops: Map<string, LoopSeries>;
  bedsOccupied: Map<string, Float64Array>;
  supply: SupplyBatch[];
  /** Fish sold alive that are of a grade and still in their tanks, by product code, a day each: no supply until netted. */
  swimming: Map<string, Float64Array>;
  warnings: Warning[];
}

export const DEFAULT_SETTINGS: ForecastSettings = {
  horizonDays: 182,
  dailyMortality: DEFAULT_DAILY_MORTALITY,
  fastingLossPerDay: FASTING_LOSS_PER_DAY,
};

/** Weeks of supply that a draft is held against. */
export const OUTLOOK_WEEKS = 14;
