import { say } from '../words/words';
import type { PlaceFact } from '../facts/farm';
import type { Day } from '../quantity/days';

/** What a job is: its kind, of what, for which day, and which of several on that day. Doing it twice is refused by this. */
export interface JobId {
  kind: string;
  /** Id of the tank, loop, step or chore, or the code of the lot. */
  subject: string;
  /** Null for what is due once, like a step of the plan. */
  day: Day | null;
  slot: string;
}

export const jobId = (kind: string, subject: string, day: Day | null = null, slot = ''): JobId => ({
  kind,
  subject,
  day,
  slot,
});

/** The job that a step of the plan is. */
export const stepJob = (stepId: string): JobId => jobId('step', stepId);

/** Tells jobs apart in lists and maps. Made here, compared, and never taken apart. */
export function jobKey({ kind, subject, day, slot }: JobId): string {
  return `${kind}|${subject}|${day ?? ''}|${slot}`;
}

export interface Done {
  by: string;
  at: string;
}

export interface Job {
  id: JobId;
  /** `jobKey(id)`. */
  key: string;
  /** A kind of step, or the kind a job source names. */
  kind: string;
  placeId: string | null;
  place: string;
  title: string;
  detail: string;
  amount: string;
  walk: string;
  walkOrder: number;
  lateDays: number;
  minutes: number;
  stepId: string | null;
  lotCode: string | null;
  loopCode: string | null;
  /** What the form is filled with: stored units (g, L). */
  expected: { count?: number; massG?: number; litres?: number; saltG?: number };
  /** What it can be packed as, the usual first; nothing where there is no choice. */
  packAs?: [code: string, name: string][];
  /** Plants on the bench that may come in where this is picked. */
  refills?: [lotId: string, words: string][];
  /** Feedings of the day that are still to be given, what one of them weighs, and whether some were given before. */
  feedings?: { left: [feeding: string, words: string][]; of: number; eachG: number; begun: boolean };
  /** Figures it asks for one by one: the name of each and how it is called. */
  asks?: readonly (readonly [name: string, label: string])[];
  caution: string | null;
  /** Why it is better not done now: the water it would be done in. */
  held?: string;
  /** Said, but nothing to be done. */
  notice?: boolean;
  done: Done | null;
}

type JobWords = Partial<Omit<Job, 'id' | 'key'>> & Pick<Job, 'kind' | 'title' | 'detail'>;

/** A job at a place, with what is usual filled in. */
export function aJob(id: JobId, place: PlaceFact | undefined, rest: JobWords): Job {
  return {
    id,
    key: jobKey(id),
    placeId: place?.id ?? null,
    place: place?.code ?? '',
    walk: place?.walk ?? say`Everywhere`,
    walkOrder: place?.walkOrder ?? 99,
    amount: '',
    lateDays: 0,
    minutes: 5,
    stepId: null,
    lotCode: null,
    loopCode: null,
    expected: {},
    caution: null,
    done: null,
    ...rest,
  };
}
