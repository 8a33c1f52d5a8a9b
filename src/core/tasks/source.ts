import type { SignCode } from '../crops/signs';
import type { FarmFacts } from '../facts/farm';
import type { FarmForecast } from '../facts/forecast';
import type { PlanStep } from '../facts/step';
import type { Day } from '../quantity/days';
import type { UnitChoice } from '../quantity/units';
import type { Judgement } from '../water/judge';
import type { FeedingsGiven } from './feedings';
import type { JobForm } from './form';
import type { Done, Job } from './jobs';

export interface Chore {
  id: string;
  placeId: string | null;
  placeCode: string;
  title: string;
  detail: string;
  everyDays: number;
  startsOn: Day;
  minutes: number;
  walk: string;
  walkOrder: number;
  caution: string | null;
}

/** A trial whose plots are to be measured on the day. */
export interface TrialToMeasure {
  id: string;
  code: string;
  question: string;
  measureWords: string;
  /** In the order they are walked to. */
  plots: readonly { id: string; placeId: string; words: string }[];
}

/** A finding that is not gone, as it was seen last. */
export interface OpenFinding {
  /** The first look. */
  id: string;
  placeId: string;
  place: string;
  lotCode: string | null;
  what: SignCode;
  howBad: number;
  words: string | null;
  seenOn: Day;
  lookAgainOn: Day | null;
}

export interface ScoutingView {
  /** 0: no walks are asked for. */
  everyDays: number;
  open: readonly OpenFinding[];
  /** When each walk was last walked. */
  walked: ReadonlyMap<string, Day>;
}

export interface RoundView {
  day: Day;
  /** Index of `day` in the forecast; 0 is the day of the facts. */
  at: number;
  facts: FarmFacts;
  forecast: FarmForecast;
  /** Steps not done; those due before `day` are late. */
  steps: readonly PlanStep[];
  chores: readonly Chore[];
  trials?: readonly TrialToMeasure[];
  scouting?: ScoutingView;
  /** When care was last given, by `caredKey`. */
  cared?: ReadonlyMap<string, Day>;
  /** Feedings given one by one, by tank. */
  feedings?: ReadonlyMap<string, FeedingsGiven>;
  /** What is done, by job key. */
  done: ReadonlyMap<string, Done>;
  saltGL: ReadonlyMap<string, number>;
  /** What the last readings mean for the fish, by loop. */
  judged?: ReadonlyMap<string, readonly Judgement[]>;
  units: UnitChoice;
}

/** Where jobs of the round come from: routine, plan, thresholds, load. One file each; the list is generated. */
export interface JobSource {
  /** The `kind` of the identity of its jobs; unique among sources. */
  kind: string;
  jobs(view: RoundView): Job[];
  form(job: Job): JobForm;
}
