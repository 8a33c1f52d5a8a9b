import type { RationRow } from '../facts/farm';
import type { SizeBin } from '../fish/sizeSpread';
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
  /** What the farm's table lets fish of the species eat; null: they are fed what their growth asks for. */
  table: readonly RationRow[] | null;
  /** Root weight gained from day 0 up to the start of each day in the loop's water, g^⅓; one entry more than there are days. */
  gainG13: ArrayLike<number>;
  /** The same in the water of the quarantine tanks. */
  quarantineGainG13: ArrayLike<number>;
  /** What unfed days in the loop's water leave of a weight, as a running total of logarithms. */
  unfedLog: ArrayLike<number>;
  /** Days of purging by day of harvest, in the water of the loop. */
  purgeDays: ArrayLike<number>;
  /** Weeks in quarantine before the first tank. */
  quarantineWeeks: number;
}

/** Fish that are here already and have no harvest in the plan yet, as they will be when the planner takes them over. */
export interface PresentFish {
  lotCode: string;
  species: Species;
  groupKey: string;
  placeId: string;
  /** First week the planner may decide on. */
  fromWeek: number;
  count: number;
  /** Mean weight of the undivided cohort on the first day of that week, g. */
  referenceG: number;
  bins: readonly SizeBin[];
  pace: number;
}

export interface Demand {
  speciesCode: string;
  /** Wanted from each week's harvest less what the kept plan already brings, kg, never below 0. */
  kgByWeek: number[];
  /** Weeks whose want may be met by the harvest of the week before: what was packed then can still be sold. */
  fromWeekBefore: boolean[];
  /** Deliveries promised and short by the kept plan, by day from `firstDay`; they are in `kgByWeek` where a harvest can serve them. */
  lines: readonly { at: number; kg: number }[];
  /** What `kgByWeek` is beyond those deliveries. */
  wishKg: number[];
  /** Smaller fish are not what is wanted, g; null: from the species' market size on. */
  fromG: number | null;
  /** Ordered by number: each fish counts as one of `fromG`, whatever more it weighs. */
  counted: boolean;
}

/** A purge tank: one batch at a time, and a day to empty, clean and fill it. */
export interface PurgeTank {
  placeId: string;
  capacityKg: number;
  /** Days the kept plan holds it, by day from `firstDay`. */
  heldOn: ReadonlySet<number>;
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
  /** None: fish are purged in the tank they grew in. */
  purgeTanks: PurgeTank[];
  /** Day of the week on which the farm harvests; 0 is the first day of a week. */
  harvestOn: number;
  /** Today, in days from `firstDay`; below 0. Feed cannot be stopped before it. */
  todayAt: number;
  costs: PlannerCosts;
}

/** Weeks in one tank of a group. `until` is not included. */
export interface PathLeg {
  group: number;
  from: number;
  until: number;
}

/** Fish taken from a batch in one week. Days count from `firstDay`. */
export interface Taking {
  week: number;
  stopDay: number;
  /** The day they leave their tank: for the purge tank, or, purged where they are, for the harvest. */
  outDay: number;
  harvestDay: number;
  /** Fish that are caught on the day they leave their tank. */
  count: number;
  /** What they weigh when they leave it: unfed fish weigh less by their harvest. */
  outKg: number;
  /** Mean weight at harvest, g. */
  weightG: number;
  /** Mean weight at harvest of the smallest fifth of them, g: the last of several purge tanks gets these. */
  tailG: number;
  /** What is harvested of them. */
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
  /** Purge tanks it holds on the harvest day of each week. Of stays that overlap, some harvest day is in all of them. */
  purge: readonly (readonly [week: number, tanks: number])[];
  /** Fingerlings, feed and handling, minor units. */
  costMinor: number;
}

export interface PlannedBatch {
  batch: Batch;
  tanks: number;
}

export interface Shortage {
  speciesCode: string;
  /** −1: due before the first harvest that can be planned. */
  week: number;
  kg: number;
}

export interface StockingPlan {
  batches: PlannedBatch[];
  costMinor: number;
  short: Shortage[];
}
