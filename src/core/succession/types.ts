import type { Crop } from '../library/types';
import type { PlaceFact, ProductFact } from '../facts/farm';
import type { Day } from '../quantity/days';

/** What can stand in the way of a sowing. */
export type LimitKind = 'beds' | 'bench' | 'labour' | 'nutrients' | 'share' | 'neighbours';

/** What a manager asks of the succession planner. */
export interface SuccessionTarget {
  weeks: number;
  /**
   * `orders`: all that is promised, going on as now once regular orders end. `steady`: so much of each product every week.
   * `earn`: whatever earns most, up to what the market takes a week.
   */
  by: 'orders' | 'steady' | 'earn';
  products: ProductTarget[];
  bedIds: string[];
  /** Day of the week on which the farm sows, 1 = Monday. */
  sowOn: number;
  /** Hours a week that hands have for plants, what is planned already counted in; null: no limit. */
  labourHoursWeek: number | null;
  /** Most of the beds' room that one crop may have over the weeks, 0 to 1; null: no limit. */
  mostShare: number | null;
  /** Never plant more than the loop's fish feed. */
  holdNutrients: boolean;
  costs: SuccessionCosts;
}

export interface ProductTarget {
  code: string;
  /** g (kg products) or pieces a week. */
  amount: number;
}

export interface SuccessionCosts {
  hourMinor: number;
  /** Seed and plugs for 100 plants. */
  plugs100Minor: number;
  /** What a missing piece or kg of an order costs, times its price: the sale and the customer's trust. */
  missingTimesPrice: number;
}

/** A quantity wanted on a day: an order line that is short, or a usual week. */
export interface WantedPoint {
  /** Day index from today. */
  at: number;
  quantity: number;
  /** The order line that is short; null: a usual week. */
  lineId: string | null;
}

export interface CropDemand {
  product: ProductFact;
  /** Recipes it may be grown by. */
  recipes: readonly Crop[];
  points: WantedPoint[];
  /** What one g or piece that is not met costs, minor units. */
  shortMinor: number;
}

/** Beds alike, in one room on one loop: what is sown for them may stand in any of them, or in several. */
export interface BedGroup {
  beds: readonly { bed: PlaceFact; free: Float64Array }[];
  /** Index of their loop in `loops`. */
  loop: number;
  method: string | null;
  walk: string;
  areaPerPlaceM2: number;
  places: number;
  /** Places of all of them that the kept plan leaves free, by day from today. */
  free: Float64Array;
}

/** What the fish of a loop feed beyond the kept plan, by week: planted m², or nitrogen taken up, g a day. */
export interface LoopRoom {
  loopId: string;
  name: string;
  byNitrogen: boolean;
  free: number[];
}

export interface PlannedPick {
  at: number;
  /** Last day index on which it can go to a customer. */
  until: number;
  /** g or pieces of one place planted. */
  perPlace: number;
  /** Demands it can serve: from, and up to, not including, by their number. */
  serves: readonly [from: number, until: number];
}

/** A crop sown in one week for one bed: every day of its way is fixed, only how many is open. Days count from today. */
export interface SowingWay {
  crop: Crop;
  /** Index in `demand`. */
  demand: number;
  /** Index in `groups`. */
  group: number;
  sowAt: number;
  transplantAt: number;
  clearAt: number;
  picks: readonly PlannedPick[];
  /** Places that one plant holds from one day up to another. */
  holds: readonly { from: number; until: number; places: number }[];
  /** Seeds sown for one plant in the bed. */
  seedsPerPlant: number;
  /** What one plant takes of its loop while it stands: m², or g nitrogen a day. */
  takesOfLoop: number;
  /** Minutes by week: those that each time takes, and those of one plant. */
  minutes: readonly { week: number; eachTime: number; perPlant: number }[];
  /** What one sowing costs whatever its size, and each plant more, minor units. */
  eachTimeMinor: number;
  plantMinor: number;
}

export interface SuccessionInput {
  today: Day;
  /** Day index on which week 0 begins, and the days that room is reckoned for. */
  offset: number;
  weeks: number;
  days: number;
  groups: BedGroup[];
  loops: LoopRoom[];
  /** Cells free on the bench, by day. */
  benchFree: Float64Array;
  /** Minutes left in each week, from the week of today; Infinity: no limit. */
  minutesFree: number[];
  demand: CropDemand[];
  ways: SowingWay[];
  /** Of each demand: the first day of any pick in these beds; Infinity: nothing would grow in them. */
  firstPick: number[];
  /** m²·days that each crop may still have, by whichever of its recipes; none: no limit. */
  shareFree: Map<string, number>;
  /** What rooms hold by the kept plan, of what does not go together. */
  rooms: Map<string, 'fruit' | 'leaves' | 'open'>;
  /** Limits left out, to see what they cost. */
  lifted?: ReadonlySet<LimitKind>;
}

export interface PlannedSowing {
  way: SowingWay;
  plants: number;
}

export interface SuccessionPlan {
  sowings: PlannedSowing[];
  /** Work, seed and what is missing, minor units. */
  costMinor: number;
  /** By demand and point: what stays short. */
  short: number[][];
}
