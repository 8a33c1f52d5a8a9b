import type { PlanStep, StepState } from '../facts/step';
import type { Day } from '../quantity/days';
import type { OutsideRole, StoreRole } from '../setup/roles';
import type { JobId } from '../tasks/jobs';

/** Why something went from one place to another. */
export type Reason =
  | 'opening'
  | 'receive'
  | 'stock'
  | 'move'
  | 'grade'
  | 'merge'
  | 'purge'
  | 'dead'
  | 'harvest'
  | 'make'
  | 'trim'
  | 'feed'
  | 'sow'
  | 'transplant'
  | 'lost'
  | 'pick'
  | 'clear'
  /** More were counted than the books had. */
  | 'count'
  | 'release'
  | 'allocate'
  | 'deliver'
  | 'waste'
  | 'donate';

export interface NewLot {
  code: string;
  kind: 'cohort' | 'planting' | 'packed_fish' | 'packed_produce' | 'live_fish' | 'feed' | 'seed' | 'beneficial';
  keeps: 'count' | 'mass';
  beganOn: Day;
  /** Cohorts: what they are. Feed: which fish it is for; absent: any. */
  speciesCode?: string | null;
  cropCode?: string | null;
  productCode?: string | null;
  /** Feed: size of its pellets, mm. */
  pelletMm?: number | null;
  startMeanG?: number | null;
  startCv?: number | null;
  startPace?: number | null;
  costMinor?: number | null;
  permit?: string | null;
  supplier?: string | null;
  note?: string | null;
  /** Plants that stood in their bed before the first record: since when. */
  transplantedOn?: Day | null;
  fromLotIds?: readonly string[];
  /** Cohorts: the share of each one's cost so far that goes with the fish, in the order of `fromLotIds`. */
  fromShares?: readonly number[];
}

/** Of plantings: what came up, a spacing, a cut, a sign of want or pest, care given, beneficials released. */
export type PlantEventKind = 'came_up' | 'spaced' | 'cut' | 'sign' | 'care' | 'release';

export interface HusbandryEvent {
  kind:
    'observe' | 'treat' | 'quarantine_extend' | 'quarantine_clear' | 'fallow' | 'clean' | 'loss_note' | PlantEventKind;
  lotId?: string | null;
  placeId?: string | null;
  words: string;
  state?: 'well' | 'off' | 'ill' | null;
  untilDay?: Day | null;
  count?: number | null;
  detail?: Record<string, unknown> | null;
}

/** A place of the farm; or what a place is for: the first of them there is. */
export type Spot = { placeId: string } | { role: StoreRole | OutsideRole };
/** A lot that is there, or one that an earlier effect of the same list makes, by its name in the list. */
export type LotRef = { lotId: string } | { made: string };

/** Who ate a movement of feed, and how; the parts add up to it. */
export interface Eaten {
  placeId: string;
  response: string;
  parts: { lotId: string; massG: number }[];
  withheldG?: number;
  farmGrownG?: number;
}

export interface BatchOpened {
  groupId: string;
  lotId: string;
  fromPlaceId: string;
  purgePlaceId: string | null;
  method: 'separate' | 'salted' | 'in_place';
  fastingDays: number;
  exchanges: number;
  taste: boolean;
}

/**
 * What an act does, in plain data: decided where the facts are, performed in one transaction (`db/apply`), and taken back by what
 * the database kept of it under the entry's key.
 */
export type Effect =
  /** A lot is made. Its code is the one given, or with `free` the first free one that begins with it. */
  | { does: 'lot'; as: string; lot: NewLot; free?: boolean }
  | {
      does: 'movement';
      lot: LotRef;
      from: Spot;
      to: Spot;
      count?: number;
      massG?: number;
      reason: Reason;
      stepId?: string | undefined;
      lineId?: string;
      note?: string | null | undefined;
      eaten?: Eaten;
    }
  | { does: 'sample'; lotId: string; placeId: string; weightsG: number[]; lengthsCm?: number[]; fishCount?: number }
  /** Something noted of a lot or place; `lot` where the same list makes it. */
  | { does: 'event'; event: HusbandryEvent; lot?: LotRef }
  | {
      does: 'purgeCheck';
      stepId: string;
      check: 'exchange' | 'taste' | 'override';
      litres?: number;
      saltG?: number;
      passed?: boolean;
      note?: string | null;
    }
  | { does: 'batchOpened'; batch: BatchOpened }
  | { does: 'batchClosed'; groupId: string }
  | { does: 'job'; job: JobId; title: string; note?: string }
  | { does: 'stepsAdded'; steps: readonly PlanStep[] }
  | { does: 'step'; stepId: string; became: StepChange };

/** What becomes of a step of the plan; what is not named stays. */
export type StepChange = Partial<Pick<PlanStep, 'lotCode' | 'fromPlaceId' | 'toPlaceId' | 'day' | 'count'>> & {
  state?: StepState;
};

/** The codes that lots got which a list of effects made, by their name in the list. */
export type Made = Readonly<Record<string, string>>;

/** What an act comes to: what it does, and what is said of it once it is done. */
export interface Taken<S = string> {
  effects: Effect[];
  said: (made: Made) => S;
}

/** From a place to another, all by id. */
export const at = (placeId: string): Spot => ({ placeId });
/** From or to a place that is for something. */
export const role = (is: StoreRole | OutsideRole): Spot => ({ role: is });
/** A step of the plan is done. */
export const stepDone = (stepId: string): Effect => ({ does: 'step', stepId, became: { state: 'done' } });
