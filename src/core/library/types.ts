/** Work on plants that stand for months, between planting and picking. */
export const CARE_CODES = [
  ...(['train', 'side_shoots', 'lower', 'old_leaves', 'pollinate', 'runners', 'thin', 'trim'] as const),
  ...(['corner', 'forward'] as const),
];
export type CareCode = (typeof CARE_CODES)[number];

/** One such job in a recipe. */
export interface CareJob {
  what: CareCode;
  /** Days after transplanting on which it is first due. */
  fromDay: number;
  /** Again every so many days; 0: once. */
  everyDays: number;
  /** Minutes of work for 100 plants. */
  min100: number;
}

/** A part of the year, from the first day of a month up to the first of another, 1 to 12; it may run over the new year. */
export interface MonthSpan {
  fromMonth: number;
  untilMonth: number;
}

/** The months in which a perennial rests, from being cut back and moved together until it comes forward, and how close its plants stand then. */
export interface WinterRest extends MonthSpan {
  /** Plants a square metre while they rest in their corner. */
  perM2: number;
}

/** A fish or crustacean as the farm plans with it. Temperatures in °C, masses in g, fractions 0–1. */
export interface Species {
  code: string;
  name: string;
  scientificName: string;
  tempMinC: number;
  tempOptC: number;
  tempMaxC: number;
  comfortC: [number, number];
  /** Gain of the cube root of weight per day at `tempOptC` on full ration, g^⅓ per day. */
  growthG13PerDay: number;
  /** Coefficient of variation of weight within a cohort. */
  sizeCv: number;
  lengthWeightA: number;
  lengthWeightB: number;
  /** Feed conversion for small, middle and large fish; the sizes that part them follow. */
  fcr: [number, number, number];
  fcrBreaksG: [number, number];
  proteinFraction: number;
  densityMaxKgM3: number;
  doMinMgL: number;
  /** Below this the fish are in danger of their lives, mg/L. */
  doCriticalMgL: number;
  /** Oxygen used by a fed 100 g fish at `tempOptC`, mg per kg and hour. */
  respirationMgKgH: number;
  /** Un-ionised ammonia nitrogen that must not be passed, mg/L. */
  ammoniaMaxMgL: number;
  pHRange: [number, number];
  purgeDays: number;
  /** The farm's own deaths against the published rate, where it reckons with them; absent: 1. */
  deathsTimes?: number;
  marketG: [number, number] | null;
  guttedFraction: number | null;
  filletFraction: number | null;
  basis: string;
  note: string;
  /** Put away: not stocked any more. */
  retiredOn?: string | null;
}

/** A stretch of a crop's time in the bed at one spacing. */
export interface BedStage {
  /** Reference days. */
  days: number;
  perM2: number;
}

/** What a crop is, and which recipe of it this is. */
interface CropKind {
  code: string;
  name: string;
  /** Code of the crop whose seed it is sown from and as whose product it is sold: another way of growing the same. Absent: its own. */
  recipeOf?: string;
  kind: string;
  /** Ways of growing that suit it. */
  methods: string[];
  airGroup: string;
  basis: string;
  /** Put away: not sown any more. */
  retiredOn?: string | null;
}

/** The weather it grows by: its days hold at `tempOptC` and `lightTargetMol`. */
export interface CropClimate {
  tempMinC: number;
  tempOptC: number;
  tempMaxC: number;
  lightTargetMol: number;
  /** Mean air of a day above which it bolts, where the farm has set its own, 0: it does not; see crops/bolting. */
  boltFromC?: number;
}

/** Seed, and from seed to plants that are set out. */
interface CropNursery {
  nurseryDays: number;
  nurseryPerM2: number | null;
  germination: number;
  nurserySurvival: number;
  /** The part of the year in which it is sown; absent: all of it. */
  sownIn?: MonthSpan;
  /** What 1,000 seeds cost, minor units, and days from ordering them until they are here, where the farm has said so. */
  seedMinor1000?: number;
  seedLeadDays?: number;
}

/** Its time in the bed. */
export interface CropBed {
  /** Transplant to first harvest: the sum of its stages. */
  finalDays: number;
  finalPerM2: number;
  finalSurvival: number;
  /** Stages in the bed from dense to final, where it is re-spaced on its way; absent: planted once at its final spacing. */
  stages?: readonly BedStage[];
  nitrogenUptakeGM2Day: number;
  /** A perennial that rests for a part of the year; see crops/winterRest. */
  rest?: WinterRest;
}

/** How it is picked and sold. */
export interface CropPick {
  unit: string;
  packout: number;
  /** g per plant (cut leaves: per position and first cut; fruiting: per plant and whole season). */
  yieldG: number;
  cutsMax: number;
  regrowDays: number;
  cutFactors: number[];
  /** Picked for weeks, more and then less. */
  pickingCurve: boolean;
  windowDays: number;
  shelfLifeDays: number;
  /** Plants that make one unit where it is not one: a bunch of radishes. */
  plantsPerUnit?: number;
}

/** Minutes of work for 100 plants, where the farm has set its own; see crops/labour and crops/care. */
interface CropLabour {
  sowMin100?: number;
  transplantMin100?: number;
  respaceMin100?: number;
  pickMin100?: number;
  clearMin100?: number;
  care?: readonly CareJob[];
}

/** What the farm's own batches taught. */
export interface CropLearned {
  /** How fast it comes on in the months of this farm against its recipe, from January; 1: as the recipe says. Learned, and used by choice. */
  paceByMonth?: readonly number[];
  /** That the farm reckons with it, since when, and what stood here before. */
  learned?: {
    on: string;
    batches: number;
    was: { germination: number; yieldG: number; finalSurvival: number };
  };
}

/** A crop as the farm plans with it. One flat record, since farms set its numbers by name; what reckons asks for the parts it needs. */
export interface Crop extends CropKind, CropClimate, CropNursery, CropBed, CropPick, CropLabour, CropLearned {}
