import { say } from '../../words/words';
import { SAMPLE_EVERY_DAYS } from '../../plan/troubles';
import type { FishFact } from '../../facts/farm';
import { addDays, daysBetween, type Day } from '../../quantity/days';
import { daysAgo } from '../../quantity/sayDay';
import { formatMass } from '../../quantity/units';
import { aJob, jobId } from '../jobs';
import type { JobSource, RoundView } from '../source';

/** The day on which fish are to be weighed again. */
export const sampleDue = (fish: Pick<FishFact, 'sampledOn' | 'stockedOn'>): Day =>
  addDays(fish.sampledOn ?? fish.stockedOn, SAMPLE_EVERY_DAYS);

export const sampleJob = (fish: FishFact) => jobId('sample', fish.lotId, sampleDue(fish), fish.placeId);

function jobsOf({ facts, forecast, at, day, units }: RoundView) {
  return facts.fish.flatMap((fish) => {
    const place = facts.places.find((p) => p.id === fish.placeId);
    if (place?.kind !== 'tank') return [];
    const due = sampleDue(fish);
    const stay = forecast.fish.find(
      (s) => s.lotCode === fish.lotCode && s.placeId === fish.placeId && s.from <= at && s.until > at,
    );
    if (!stay || due > day) return [];
    const meanG = stay.meanG[at - stay.from] ?? 0;
    return [
      aJob(sampleJob(fish), place, {
        kind: 'sample',
        title: say`Weigh 20 fish`,
        detail: say`Last weighed ${daysAgo(daysBetween(fish.sampledOn ?? fish.stockedOn, day))}; forecast says ${formatMass(meanG, units)}`,
        amount: say`sample`,
        lateDays: Math.max(0, daysBetween(due, day)),
        minutes: 20,
        lotCode: fish.lotCode,
        expected: { massG: meanG },
        caution: say`Wet hands and nets, short time out of water.`,
      }),
    ];
  });
}

/** Fish that were not weighed for a while. */
export const module: JobSource = {
  kind: 'sample',
  jobs: jobsOf,
  form: (job) => ({
    fields: [
      {
        name: 'weightsG',
        label: say`Weights, one fish each`,
        kind: 'weights',
        quantity: 'smallMass',
        help: say`Numbers with spaces between; about 20 fish from all over the tank.`,
      },
    ],
    submit: say`Record the sample`,
    command: 'fish.weigh@1',
    body: (values) => ({ ...values, lotCode: job.lotCode, fromPlaceId: job.placeId }),
    logLine: (v) => say`${job.place} weigh ${(v.weightsG as number[] | undefined)?.join(' ') ?? '…'}`,
  }),
};
