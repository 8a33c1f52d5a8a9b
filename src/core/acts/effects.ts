import type { SignCode } from '../crops/signs';
import type { CultureCode } from '../cultures/kinds';
import type { TrialMeasure } from '../crops/trialVerdict';
import type { FeedRule, LoopFact, School } from '../facts/farm';
import type { PlanStep, StepState } from '../facts/step';
import type { Crop, Species } from '../library/types';
import type { Day } from '../quantity/days';
import type { OrderState } from '../market/order';
import type { FarmDescription, PersonPart } from '../setup/description';
import type { HousePart, SiteBecomes } from '../setup/houses';
import type { NewFarm } from '../setup/newFarm';
import type { OutsideRole, StoreRole } from '../setup/roles';
import type { JobId } from '../tasks/jobs';
import type { TempSetting } from '../water/plannedTemperature';

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
  /** Sizes of groups of equally many fish over their mean. */
  startSizes?: readonly number[] | null;
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

/** Of plantings: what came up, a spacing, a cut, a sign of want or pest, care given, beneficials released, what was picked weighed. */
export type PlantEventKind = 'came_up' | 'spaced' | 'cut' | 'sign' | 'care' | 'release' | 'weighed';

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

/** A look at something that may be wrong with plants. */
export interface Finding {
  placeId: string;
  lotId: string | null;
  what: SignCode;
  /** 0: it is gone. */
  howBad: number;
  /** The first look at the same thing; null: this is it. */
  followsId: string | null;
  words: string | null;
  lookAgainOn: Day | null;
  /** A JPEG, base64. */
  photo: string | null;
}

export interface CultureBegun {
  what: CultureCode;
  name: string;
  areaM2?: number | undefined;
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

/** Another moment than the entry's: what a file says of the past. */
export interface Then {
  day: Day;
  /** ISO, with its zone. */
  at: string;
}

export interface ReadingTaken {
  /** Tells the readings of one entry apart. */
  part: string;
  loopId: string;
  /** Where in the loop it was read; absent: of the loop as a whole. */
  placeId?: string;
  kind: string;
  value: number;
  then?: Then;
}

/** The farm's own weather of a day: mean air, °C, and light, mol/m². */
export interface WeatherTaken {
  day: Day;
  airC: number;
  lightMol?: number;
}

export interface TrialBegun {
  code: string;
  question: string;
  measure: TrialMeasure;
  startsOn: Day;
  measureFrom: Day;
  everyDays: number;
  endsOn: Day;
  arms: readonly { name: string; cropCode: string; perM2: number | null }[];
  /** Where each arm stands, by its place in the list. */
  plots: readonly { arm: number; placeId: string; block: number; position: number }[];
}

export interface OrderTaken {
  customerId: string;
  dueDay: Day;
  lines: readonly { productCode: string; quantity: number; priceMinor: number }[];
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
      then?: Then;
    }
  | {
      does: 'sample';
      lotId: string;
      placeId: string;
      weightsG: number[];
      lengthsCm?: number[];
      fishCount?: number;
      then?: Then;
    }
  | { does: 'readings'; readings: readonly ReadingTaken[] }
  | { does: 'weather'; days: readonly WeatherTaken[] }
  | { does: 'handover'; words: string }
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
  /** What was stopped for it is as if it had never been. */
  | { does: 'batchDropped'; groupId: string }
  | { does: 'job'; job: JobId; title: string; note?: string }
  /** Steps join the plan; `note` is kept with the first. */
  | { does: 'stepsAdded'; steps: readonly PlanStep[]; note?: string | undefined }
  | { does: 'step'; stepId: string; became: StepChange }
  /** An order is taken; by its name in the list it is known by its id. */
  | { does: 'orderTaken'; as: string; order: OrderTaken }
  /** An order has changed: its version moves, and a new state stands in its history. */
  | { does: 'order'; orderId: string; state?: OrderState; dueDay?: Day }
  /** A movement is undone by its opposite. */
  | { does: 'reversed'; movementId: string }
  | { does: 'finding'; finding: Finding }
  /** A side culture begins; by its name in the list it is known by its code. */
  | { does: 'cultureBegun'; as: string; culture: CultureBegun }
  | { does: 'cultureWeighed'; cultureId: string; way: 'given' | 'taken'; massG: number; words: string | null }
  | { does: 'cultureEnded'; cultureId: string }
  | { does: 'rest'; rest: { placeIds: readonly string[]; from: Day; until: Day; words: string } }
  | { does: 'restEnded'; restId: string }
  | { does: 'temperaturePlanned'; setting: { loopId: string } & TempSetting }
  | { does: 'temperatureDropped'; settingId: string }
  | { does: 'trialBegun'; trial: TrialBegun }
  | { does: 'trialDecided'; trialId: string; verdict: string; keptArmId: string | null }
  | { does: 'trialMeasured'; measured: readonly { plotId: string; value: number }[] }
  | SetUpEffect;

/** What an act on the set-up of the farm does. */
export type SetUpEffect =
  | { does: 'productAdded'; product: ProductWritten }
  | { does: 'productChanged'; code: string; version: number; became: ProductBecomes }
  | { does: 'productRemoved'; code: string }
  | { does: 'customerAdded'; customer: { name: string } & CustomerBecomes }
  | { does: 'customerChanged'; customerId: string; became: Partial<CustomerBecomes> }
  | { does: 'placeAdded'; place: PlaceWritten }
  | { does: 'placeChanged'; placeId: string; version: number; became: PlaceBecomes }
  /** What stands at it is retired with it. */
  | { does: 'placeRetired'; placeId: string; version: number }
  | { does: 'equipmentAdded'; equipment: { name: string; kind: string; loopId: string | null } & EquipmentPlate }
  | { does: 'equipmentChanged'; equipmentId: string; version: number; became: { name: string } & EquipmentPlate }
  | { does: 'equipmentRetired'; equipmentId: string; version: number }
  /** What belongs to it was changed: a screen that shows it as it was is out of date. */
  | { does: 'loopTouched'; loopId: string; version: number }
  | { does: 'loopAdded'; loop: Omit<LoopFact, 'id'> }
  | { does: 'loopChanged'; loopId: string; version: number; became: LoopBecomes }
  /** Its aerators and filters are emptied, its water is as given. */
  | { does: 'loopMended'; loopId: string; waterC: readonly number[] }
  | { does: 'farmChanged'; version: number; became: FarmBecomes; habits: Record<string, unknown> }
  /** The farm stands elsewhere than was said: the months of its loops and houses follow. */
  | { does: 'siteChanged'; version: number; became: SiteBecomes }
  | { does: 'houseChanged'; houseId: string; version: number; became: HouseBecomes }
  | { does: 'farmDescribed'; version: number; description: FarmDescription }
  | { does: 'farmOpened'; version: number; farm: NewFarm }
  /** Somebody is asked in by a link; of its token only the hash is kept. */
  | { does: 'invited'; invitation: PersonPart & { token: string } }
  | { does: 'choreAdded'; chore: ChoreBecomes }
  | { does: 'choreChanged'; choreId: string; version: number; became: ChoreBecomes }
  | { does: 'choreRetired'; choreId: string; version: number }
  /** A species or crop; of a species a rule of feeding comes with it. */
  | { does: 'kindAdded'; what: 'species' | 'crop'; code: string; params: Species | Crop }
  | { does: 'kindChanged'; what: 'species' | 'crop'; code: string; version: number; params: Species | Crop }
  /** What belongs to it was changed: a screen that shows it as it was is out of date. */
  | { does: 'kindTouched'; what: 'species' | 'crop'; code: string; version: number }
  | { does: 'feedRuleChanged'; rule: FeedRule }
  | { does: 'kindBack'; what: 'species' | 'crop'; code: string }
  | { does: 'kindRetired'; what: 'species' | 'crop'; code: string; version: number };

export interface LoopBecomes {
  name: string;
  bandGM2: readonly [number, number];
  school?: School;
  bandNPercent?: readonly [number, number];
}

/** What becomes of the farm itself; without a name all of it stays. */
export interface FarmBecomes {
  name?: string;
  entryBackDays?: number;
}

export interface HouseBecomes {
  house: HousePart;
  climate: { airC: number[]; lightMol: number[] };
}

export interface ChoreBecomes {
  placeId: string | null;
  at: { code: string; walk: string; walkOrder: number };
  title: string;
  detail: string;
  everyDays: number;
  startsOn: Day;
  minutes: number;
  caution: string | null;
}

/** What is said of a place, new or changed; the room of that name is made when it is new. */
export interface PlaceBecomes {
  code: string;
  name: string;
  room: string;
  /** Not named: it stays where it is. */
  loopId?: string | null | undefined;
  stage?: string | null | undefined;
  volumeL?: number | null | undefined;
  limitKgM3?: number | null | undefined;
  saltGL?: number | null | undefined;
  method?: string | null | undefined;
  positions?: number | null | undefined;
  pieceSize?: number | null | undefined;
  areaM2?: number | null | undefined;
}

export interface PlaceWritten extends Omit<PlaceBecomes, 'name'> {
  kind: string;
  role: string | null;
  standsOn: string;
  lengthM: number | null;
  widthM: number | null;
  depthM: number | null;
  behind?: string | null;
}

/** What a rating plate says; what is not named is not said there. */
export interface EquipmentPlate {
  flowLH?: number | null | undefined;
  headM?: number | null | undefined;
  watts?: number | null | undefined;
  onMin?: number | null | undefined;
  offMin?: number | null | undefined;
  kgO2PerDay?: number | null | undefined;
  volumeM3?: number | null | undefined;
  surfaceM2PerM3?: number | null | undefined;
  gTanPerM2Day?: number | null | undefined;
  isSpare?: boolean | undefined;
  /** How many of its kind are never to be fewer in reserve. */
  leastSpare?: number | null | undefined;
  /** Lamps: photons in a second, µmol, and over what. */
  umolS?: number | null | undefined;
  over?: string | null | undefined;
  behind?: string | null | undefined;
  /** Its place in the order they run in. */
  runOrder?: number;
}

/** A product as it is written. */
export interface ProductWritten {
  code: string;
  name: string;
  unit: string;
  speciesCode: string | null;
  cropCode: string | null;
  /** The product whose supply it is made of, and g or pieces of that for each g or piece of this. */
  madeFrom: string | null;
  takes: number | null;
  priceMinor: number;
  shelfLifeDays: number;
  /** Days of those that are left for the customer. */
  leastLeftDays: number;
  form: string | null;
  packSize: number | null;
  /** Sold alive by total length, cm, from and to. */
  liveCm?: readonly [number, number];
}

/** What becomes of it; what is not named stays. */
export type ProductBecomes = Partial<Omit<ProductWritten, 'code'>> & { retired?: true };

interface CustomerBecomes {
  channel: string;
  priceList: string | null;
}

/** What becomes of a step of the plan; what is not named stays. */
export type StepChange = Partial<
  Pick<PlanStep, 'lotCode' | 'fromPlaceId' | 'toPlaceId' | 'day' | 'count' | 'detail'>
> & {
  state?: StepState;
};

/** The codes of the lots and cultures, and the ids of the orders, that a list of effects made, by their name in the list. */
export type Made = Readonly<Record<string, string>>;

/** What an act comes to: what it does, and what is said of it once it is done. */
export interface Taken<S = string> {
  effects: Effect[];
  said: (made: Made) => S;
}

/** What a record led to, in lines. */
export interface Said {
  words: string;
  lines: string[];
}
export const said = (words: string, lines: string[] = []): Said => ({ words, lines });

/** From a place to another, all by id. */
export const at = (placeId: string): Spot => ({ placeId });
/** From or to a place that is for something. */
export const role = (is: StoreRole | OutsideRole): Spot => ({ role: is });
/** A step of the plan is done. */
export const stepDone = (stepId: string): Effect => ({ does: 'step', stepId, became: { state: 'done' } });
