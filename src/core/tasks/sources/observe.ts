import { say } from '../../words/words';
import type { Day } from '../../quantity/days';
import { shortDay } from '../../quantity/sayDay';
import { aJob, jobId } from '../jobs';
import type { JobSource } from '../source';

export const observeJob = (lotCode: string, placeId: string, day: Day) => jobId('observe', lotCode, day, placeId);

/** Fish in quarantine are looked at every day. */
export const module: JobSource = {
  kind: 'observe',
  jobs: ({ facts, day }) =>
    facts.quarantine
      .filter((q) => q.clearedOn === null)
      .map((q) =>
        aJob(
          observeJob(q.lotCode, q.placeId, day),
          facts.places.find((p) => p.id === q.placeId),
          {
            kind: 'observe',
            title: say`Observe the quarantine`,
            detail: say`${q.lotCode}, in quarantine until ${shortDay(q.until)} · skin, gills, swimming, appetite · own nets, hands washed after`,
            amount: say`well?`,
            lotCode: q.lotCode,
            minutes: 10,
          },
        ),
      ),
  form: (job) => ({
    fields: [
      {
        name: 'state',
        label: say`How are they?`,
        kind: 'choice',
        start: 'well',
        options: [
          ['well', say`well`],
          ['off', say`off their feed or odd`],
          ['ill', say`ill`],
        ],
      },
      { name: 'words', label: say`What was seen`, kind: 'text', start: '' },
    ],
    submit: say`Record the observation`,
    command: 'fish.note@1',
    body: (values) => ({ ...values, kind: 'observe', lotCode: job.lotCode, placeId: job.placeId }),
  }),
};
