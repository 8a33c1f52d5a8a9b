import { say, told } from '../../words/words';
import type { Day } from '../../quantity/days';
import { aJob, jobId } from '../jobs';
import type { JobSource } from '../source';

export const trialJob = (trialId: string, day: Day) => jobId('trial', trialId, day);

/** Trials whose plots are to be measured on the day. */
export const module: JobSource = {
  kind: 'trial',
  jobs: ({ trials = [], day, facts }) => {
    const places = new Map(facts.places.map((p) => [p.id, p]));
    return trials.map((t) =>
      aJob(trialJob(t.id, day), places.get(t.plots[0]?.placeId ?? ''), {
        kind: 'trial',
        title: say`Measure ${t.code}`,
        detail: `${t.question} · ${told(t.measureWords)}`,
        amount: say`${t.plots.length} plots`,
        minutes: 5 + t.plots.length * 3,
        asks: t.plots.map(({ id, words }) => [id, words] as const),
      }),
    );
  },
  form: (job) => ({
    fields: (job.asks ?? []).map(([name, label]) => ({
      name,
      label,
      kind: 'number' as const,
      optional: true,
      half: true,
    })),
    submit: say`Measured`,
    command: 'trial.measure@1',
    body: ({ entryKey, ...plots }) => ({
      entryKey,
      trialId: job.id.subject,
      values: Object.fromEntries(Object.entries(plots).filter(([, value]) => value !== undefined)),
    }),
  }),
};
