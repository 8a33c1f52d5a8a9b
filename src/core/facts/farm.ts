/** What is known of a farm on a day, as plain data: everything else stands on it, and it stands on nothing but units and words. */
import type { Crop, Species } from '../library/types';
import type { Day } from '../quantity/days';
import type { ProductUnit } from '../quantity/units';
import type { OutsideRole, StoreRole } from '../setup/roles';

/** A time in which nothing is planted into a bed: winter shut-down, repair, liming. Both days belong to it. */
export interface BedRest {
  id: string;
  from: Day;
  until: Day;
  words: string;
}

export interface Aerator {
  name: string;
  /** Oxygen it brings into the water in a day at the loop's usual temperature, kg. */
  kgO2PerDay: number;
}

export interface FilterMedia {
  name: string;
  volumeM3: number;
  surfaceM2PerM3: number;
  /** Ammonia nitrogen taken up at 20 °C, g per m² and day. */
  gTanPerM2Day: number;
}

/** What it takes to hold a loop away from the temperature it would have by itself. */
export interface LoopEnergy {
  /** Heat lost for each °C between the water and what it would be by itself, W/°C. */
  lossWPerC: number;
  /** What the water would be without heater or chiller, twelve mid-month values, °C. */
  unheatedC: number[];
  heatMinorPerKwh: number;
  /** Electricity for the chiller, minor units per kWh of power. */
  coolMinorPerKwh: number;
  /** Heat moved per kWh of the chiller's power. */
  chillerCop: number;
}

export interface LifeSupport {
  aerators: Aerator[];
  media: FilterMedia[];
  /** Its beds of media and sand, as the filters that they are. */
  beds?: FilterMedia[];
  /** The farm's own rule, where it has one: litres of media for a kilogram of fish. */
  mediaLPerKg?: number;
  energy: LoopEnergy | null;
}

/** By what a loop says that its plants go hungry. */
export const SCHOOLS = ['feed', 'nitrogen'] as const;
export type School = (typeof SCHOOLS)[number];

/** How much a sample counts in a cohort's size, and against how many weighed fish what was known before was worth. */
export interface SampleWeight {
  count: number;
  worthBefore: number;
  share: number;
}

export interface RationRow {
  /** Fish up to this weight, g. */
  uptoG: number;
  percentPerDay: number;
}

/** How a farm feeds one species. */
export interface FeedRule {
  speciesCode: string;
  ration: 'growth' | 'table';
  table: RationRow[];
  feederTimes: string[];
  /** Part of the ration that is raised on the farm (insects, duckweed). */
  farmGrownShare: number;
  feedMinorPerKg: number;
  fingerlingMinor: number;
  leadDays: number;
  quarantineDays: number;
  version: number;
}

export const PLACE_KINDS = ['tank', 'purge', 'quarantine', 'sump', 'bed', 'nursery', 'store', 'outside'] as const;
export type PlaceKind = (typeof PLACE_KINDS)[number];

/** Air and light in which plants stand. */
export interface Climate {
  /** Twelve mid-month values of the mean of day and night, °C. */
  plannedAirTempC: number[];
  /** Daily light sum at the leaves, mol/m². */
  plannedLightMol: number[];
  /** What days that are over were like, where it was read: mean air temperature, °C, and light sum, mol/m², by day. */
  recordedAir?: { tempC: Readonly<Record<Day, number>>; lightMol: Readonly<Record<Day, number>> };
}

/** Of what a house or room is built; closed ones have no weather. */
export const COVERS = ['glass', 'film', 'shade', 'open', 'closed'] as const;
export type Cover = (typeof COVERS)[number];

/** A house or room with air and light of its own. */
export interface HouseFact extends Climate {
  id: string;
  name: string;
  cover: Cover;
}

/** What was read of a loop's water, where it is not as planned. */
export interface ReadWater {
  on: Day;
  /** How much warmer than planned it was, °C. */
  aboveC: number;
}

export interface LoopFact extends Climate {
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
  /** It is warmed to one and cooled to the other, °C, where somebody said. */
  heldC?: [number, number] | null;
  /** Settings that depart from the months, oldest first; null goes back to the months. */
  tempPlan: { from: Day; tempC: number | null }[];
  lifeSupport: LifeSupport;
  /** The last reading of its water, while it is not as planned. */
  readWater?: ReadWater;
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
  /** The house it stands in, where that has air and light of its own. */
  houseId?: string | null;
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

export interface FarmFacts {
  today: Day;
  loops: LoopFact[];
  /** Houses with air and light of their own; beds elsewhere have those of their loop. */
  houses?: readonly HouseFact[];
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
