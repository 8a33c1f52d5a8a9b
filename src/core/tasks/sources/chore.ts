import { say } from '../../words/words';
import { daysBetween, type Day } from '../../quantity/days';
import { aJob, jobId } from '../jobs';
import type { JobSource } from '../source';

export const choreJob = (choreId: string, day: Day) => jobId('chore', choreId, day);

/** Routine of every so many days. */
export const module: JobSource = {
  kind: 'chore',
  jobs: ({ chores, day, facts }) => {
    const places = new Map(facts.places.map((p) => [p.id, p]));
    return chores
      .filter((c) => day >= c.startsOn && daysBetween(c.startsOn, day) % c.everyDays === 0)
      .map((c) =>
        aJob(choreJob(c.id, day), places.get(c.placeId ?? ''), {
          kind: 'chore',
          place: c.placeCode,
          title: c.title,
          detail: c.detail,
          minutes: c.minutes,
          walk: c.walk,
          walkOrder: c.walkOrder,
          caution: c.caution,
        }),
      );
  },
  form: (job) => ({
    fields: [{ name: 'note', label: say`Note`, kind: 'text', optional: true }],
    submit: say`Done`,
    command: 'task.chore@1',
    body: (values) => ({ ...values, choreId: job.id.subject }),
  }),
};
