import type { Species } from '../library/types';
import type { Day } from '../quantity/days';

/** Identical tanks that stand for each other: same loop, stage, volume and limit. */
export interface TankGroup {
  key: string;
  /** What people call it: "mid tanks of Heron". */
  name: string;
  /** Null: quarantine, where fish of every loop begin. */
  loopCode: string | null;
  stage: string;
  /** Order of the stage on a fish's way up: 0 is where fingerlings begin. */
  rank: number;
  placeIds: string[];
  /** What one tank carries at its limit, kg. */
  capacityKg: number;
  /** Tanks of the group that the kept plan leaves free, by week. */
  freeByWeek: number[];
}

/** A way to buy fish: a species of a size for a loop, with the price of one fingerling. */
export interface StockChoice {
  species: Species;
  loopCode: string;
  startG: number;
  fingerlingMinor: number;
  feedMinorPerKg: number;
  /** Root weight gained from week 0 up to the start of each week, g^⅓; one entry more than there are weeks. */
  gainG13: number[];
  /** Weeks in quarantine before the first tank. */
  quarantineWeeks: number;
}

/** Fish that are here already and have no harvest in the plan yet. */
export interface PresentFish {
  lotCode: string;
  species: Species;
  groupKey: string;
  placeId: string;
  /** First week the planner may decide on. */
  fromWeek: number;
  count: number;
  weightG: number;
  pace: number;
}

export interface Demand {
  speciesCode: string;
  /** Wanted less what the kept plan already brings, kg, never below 0. */
  kgByWeek: number[];
  /** Smaller fish are not what is wanted, g; null: from the species' market size on. */
  fromG: number | null;
  /** Ordered by number: each fish counts as one of `fromG`, whatever more it weighs. */
  counted: boolean;
}

export interface PlannerCosts {
  /** Labour, transport and cleaning of one batch. */
  batchMinor: number;
  /** Labour of moving a batch to its next tank. */
  moveMinor: number;
  /** What a missing kg costs: the sale and the customer's trust. */
  shortMinorPerKg: number;
}

export interface PlannerInput {
  firstDay: Day;
  weeks: number;
  groups: TankGroup[];
  choices: StockChoice[];
  present: PresentFish[];
  demand: Demand[];
  /** Fish that can pass the purge tanks in a week, kg, less what the kept plan uses. */
  purgeKgByWeek: number[];
  weeklySurvival: number;
  costs: PlannerCosts;
}

/** Weeks in one tank of a group. `until` is not included. */
export interface PathLeg {
  group: number;
  from: number;
  until: number;
}

/** Fish taken from a batch in one week. */
export interface Taking {
  week: number;
  count: number;
  weightG: number;
  kg: number;
  /** What they are against the order: their kg, or, of an order by number, fish · ordered size. */
  ordersKg: number;
}

/**
 * One candidate: fish of one kind, stocked in one week, on one path, taken in parts over the weeks of its window.
 * It is planned whole, in one tank, or in several tanks alike.
 */
export interface Batch {
  id: string;
  speciesCode: string;
  loopCode: string;
  /** Null for fish that are here already. */
  stockWeek: number | null;
  lotCode: string | null;
  startG: number;
  stocked: number;
  path: PathLeg[];
  takings: Taking[];
  purgeDays: number;
  /** Fingerlings, feed and handling, minor units. */
  costMinor: number;
}

export interface PlannedBatch {
  batch: Batch;
  tanks: number;
}

export interface Shortage {
  speciesCode: string;
  week: number;
  kg: number;
}

export interface StockingPlan {
  batches: PlannedBatch[];
  costMinor: number;
  short: Shortage[];
}
