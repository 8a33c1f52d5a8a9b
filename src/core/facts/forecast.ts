import type { Day } from '../quantity/days';

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
  /** In a bed: its harvests, one after another. */
  crops: CropOff[];
}

/** One harvest of what stands in a bed: ripe from a day, taken in one pick or several. */
export interface CropOff {
  /** Day index; null: not in sight. */
  readyFrom: number | null;
  /** The first cut of these plants is 1. */
  cut: number;
  picks: { at: number; plants: number }[];
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
