import type { Day } from '../quantity/days';

/** What each kind of step carries beyond its count. Every kind adds its own line to this from its own file. */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type -- filled by the kinds
export interface StepDetails {}

export type StepKind = keyof StepDetails;

type Both<U> = (U extends unknown ? (u: U) => void : never) extends (i: infer I) => void ? I : never;

/** The details of a step whose kind is not looked at: those of all kinds, each of them perhaps. */
export type StepDetail = Readonly<Partial<Both<StepDetails[StepKind]>>>;

export const NO_DETAIL: StepDetail = Object.freeze({});

/** What every step has. Steps of one group belong together and slide together. */
export interface StepOf<K extends StepKind = StepKind> {
  id: string;
  groupId: string;
  kind: K;
  day: Day;
  lotCode: string;
  speciesCode: string | null;
  cropCode: string | null;
  fromPlaceId: string | null;
  toPlaceId: string | null;
  count: number;
  /** What this kind of step carries beyond its count, by name. */
  detail: Readonly<Partial<StepDetails[K]>>;
  version: number;
}

/** One intended act: who looks at its kind knows what it carries. */
export type PlanStep = { [K in StepKind]: StepOf<K> }[StepKind];

/** What a step carries, if it is of a kind; of another kind, nothing. */
export const carriedBy = <K extends StepKind>(step: PlanStep, kind: K): Readonly<Partial<StepDetails[K]>> =>
  (step.kind === kind ? step.detail : NO_DETAIL) as Readonly<Partial<StepDetails[K]>>;

export type StepState = 'planned' | 'done' | 'dropped';

/** A step as the plan keeps it. */
export type StoredStep = PlanStep & { state: StepState; doneOn: Day | null; note: string | null };
