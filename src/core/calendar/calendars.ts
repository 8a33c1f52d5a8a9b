import { addDays, type Day } from '../quantity/days';
import { buildRound } from '../tasks/round';
import type { Job } from '../tasks/jobs';
import { module as planned } from '../tasks/sources/step';
import type { RoundView } from '../tasks/source';
import { plural, say, word } from '../words/words';

/** What a calendar elsewhere may follow. */
export const CALENDARS = [
  ['season', word`Season: sowings, moves, harvests`],
  ['jobs', word`The round of each day`],
  ['deliveries', word`Deliveries`],
] as const;
export type CalendarKind = (typeof CALENDARS)[number][0];

/** Something on a day of a calendar. */
export interface CalendarEvent {
  /** The same for the same thing, so that a calendar changes it and does not add it. */
  uid: string;
  day: Day;
  title: string;
  words: string;
}

/** How far ahead plans are told of, and days of work. */
export const SEASON_DAYS = 180;
export const ROUND_DAYS = 14;

type Ahead = Omit<RoundView, 'day' | 'at'> & { today: Day };

const jobsOn = ({ today, ...view }: Ahead, ahead: number): Job[] =>
  // What was done is done today; no other day knows of it.
  buildRound({ ...view, day: addDays(today, ahead), at: ahead, ...(ahead > 0 ? { done: new Map() } : {}) });

const days = (n: number) => Array.from({ length: n }, (_, i) => i);

/** Each step of the plan on its day; what is late stands on today. */
export function seasonEvents({ today, ...view }: Ahead): CalendarEvent[] {
  return days(SEASON_DAYS).flatMap((ahead) => {
    const day = addDays(today, ahead);
    return planned.jobs({ ...view, day, at: ahead }).map((job) => ({
      uid: `step-${job.stepId}`,
      day,
      title: `${job.place}: ${job.title}`,
      words: [job.detail, job.amount].filter(Boolean).join('\n'),
    }));
  });
}

/** One entry a day: how much there is to do, and what in walking order. */
export function roundEvents(view: Ahead): CalendarEvent[] {
  return days(ROUND_DAYS).flatMap((ahead) => {
    const jobs = jobsOn(view, ahead).filter((job) => !job.done && !job.notice);
    if (jobs.length === 0) return [];
    const minutes = Math.round(jobs.reduce((sum, job) => sum + job.minutes, 0));
    const day = addDays(view.today, ahead);
    const count = plural(jobs.length, '# job', '# jobs');
    return [
      {
        uid: `round-${day}`,
        day,
        title: say`Round: ${count}, ${minutes} min`,
        words: jobs.map((job) => [job.place, job.title, job.amount].filter(Boolean).join(' · ')).join('\n'),
      },
    ];
  });
}

export interface Delivery {
  id: string;
  code: string;
  customer: string;
  dueDay: Day;
  lines: readonly string[];
}

export const deliveryEvents = (deliveries: readonly Delivery[]): CalendarEvent[] =>
  deliveries.map((d) => ({
    uid: `order-${d.id}`,
    day: d.dueDay,
    title: `${d.customer} · ${d.code}`,
    words: d.lines.join('\n'),
  }));
