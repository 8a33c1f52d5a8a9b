import type { Crop } from '../../library/types';
import type { JobForm } from '../../tasks/form';
import type { Job } from '../../tasks/jobs';
import type { RoundView } from '../../tasks/source';
import type { PlaceFact } from '../../facts/farm';
import type { PlanStep, StepDetails, StepKind, StepOf } from '../../facts/step';

/** One number of a detail: how it is called, its range, and its unit. */
export interface DetailSpec {
  words: string;
  range: readonly [low: number, high: number];
}

export type StepWords = Pick<
  Job,
  'title' | 'detail' | 'amount' | 'expected' | 'minutes' | 'caution' | 'packAs' | 'refills'
>;

/** What a step can do to the fish of a forecast. Days are indexes. */
export interface FishActs {
  stock(step: StepOf<'stock'>, day: number): void;
  move(step: StepOf<'move' | 'purge'>, day: number): void;
  stopFeed(step: StepOf<'feed_stop'>): void;
  harvest(step: StepOf<'harvest'>, day: number): void;
}

export interface SowArgs {
  lotCode: string;
  cropCode: string | null;
  placeId: string | null;
  seeds: number;
  at: number;
}

export interface TransplantArgs {
  lotCode: string;
  placeId: string | null;
  count: number;
  at: number;
}

export interface RespaceArgs extends TransplantArgs {
  fromPlaceId: string | null;
  /** The stage they come to, from 0. */
  stage: number;
}

/** What a step can do to the plants of a forecast. Days are indexes. */
export interface PlantActs {
  sow(sowing: SowArgs): void;
  transplant(moved: TransplantArgs): void;
  respace(moved: RespaceArgs): void;
  pick(step: StepOf<'pick'>, at: number): void;
  clear(lotCode: string, fromPlaceId: string | null, at: number): void;
}

/** What a step can say of itself on the round. */
export interface StepContext {
  view: RoundView;
  /** Where the step takes things, and from where. */
  to: PlaceFact | undefined;
  from: PlaceFact | undefined;
  /** Crop or species. */
  name: string;
  crop: Crop | undefined;
  /** The step's count, written. */
  count: string;
  /** Forecast mean weight where the fish are then, g; 0: not known. */
  meanG: number;
  expectedMass: { count: number; massG: number };
}

/** How a group of steps stands on Season. */
export interface OnSeason {
  /** Of the kinds in a group the lowest names it. */
  rank: number;
  words: string;
  shape: 'ring' | 'diamond' | 'square';
  /** The day and the place at which it is drawn; absent: the step's own. */
  standsAt?: (step: PlanStep, group: readonly PlanStep[]) => Pick<PlanStep, 'day' | 'fromPlaceId' | 'toPlaceId'>;
}

/** Everything there is to know about one kind of plan step. */
export interface StepModule<K extends StepKind = StepKind> {
  kind: K;
  words: string;
  /** On one day, lower comes first: a tank is emptied before it is filled, and fish arrive before they are judged. */
  order: number;
  /** How its group is drawn and grabbed on Season, if this kind names it; null: another does, or none. */
  season: OnSeason | null;
  detail: { readonly [D in keyof StepDetails[K]]-?: DetailSpec };
  /** What it does to the forecast. Neither: nothing that a forecast counts. */
  fish?: (run: FishActs, step: StepOf<K>, day: number) => void;
  plants?: (run: PlantActs, step: StepOf<K>, day: number) => void;
  round: (step: StepOf<K>, context: StepContext) => StepWords;
  /** What doing it asks for, and the command that does it. */
  form: (job: Job) => JobForm;
}

/** Keeps the kind's own detail while it is written down. */
export function stepModule<K extends StepKind>(module: StepModule<K>): StepModule {
  return module as unknown as StepModule;
}

/** A form whose only answer, besides its fields, is which step it is. */
export function stepForm(
  job: Job,
  command: string,
  form: Omit<JobForm, 'command' | 'body'> & Partial<JobForm>,
): JobForm {
  return { command, body: (values) => ({ ...values, stepId: job.stepId }), ...form };
}
