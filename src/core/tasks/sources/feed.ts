import { tankFeed } from '../../plan/tankFeed';
import type { Day } from '../../quantity/days';
import { shortDay } from '../../quantity/sayDay';
import { formatMass, formatNumber, oneFeeding } from '../../quantity/units';
import { weightField } from '../form';
import { aJob, jobId } from '../jobs';
import type { JobSource, RoundView } from '../source';

/** The feed job of a tank on a day, by whatever way it is ticked off. */
export const feedJob = (placeId: string, day: Day) => jobId('feed', placeId, day);

function jobsOf({ facts, forecast, at, day, units }: RoundView) {
  return facts.places.flatMap((place) => {
    const fed = tankFeed(facts, forecast, place, at);
    if (!fed) return [];
    const fish = `${formatNumber(fed.count)} fish of ${formatMass(fed.meanG, units)}`;
    const lotCode = fed.lots.join(', ');
    if (fed.feedG <= 0) {
      const stopped = facts.fish.find((f) => f.placeId === place.id)?.feedStoppedOn;
      const since = stopped && stopped < day ? ` since ${shortDay(stopped)}` : '';
      return [
        aJob(jobId('feed', place.id, day, 'none'), place, {
          kind: 'no_feed',
          title: `No feed: ${place.kind === 'purge' ? 'purging' : 'feed stopped'}`,
          detail: `${fish} · feed stopped${since} · keep the feeder shut`,
          amount: '0 g',
          lotCode,
          minutes: 0,
          notice: true,
        }),
      ];
    }
    const { eachG, words } = oneFeeding(fed.feedG, fed.feedings, units);
    const feeder = fed.times.length > 0 ? ` · feeder at ${fed.times.join(', ')}` : '';
    return [
      aJob(feedJob(place.id, day), place, {
        kind: 'feed',
        title: `Feed ${fed.pelletMm} mm`,
        detail: `${fish} · ${lotCode}${feeder}`,
        amount: `${fed.feedings} × ${words}`,
        lotCode,
        // What is booked is what the feedings add up to.
        expected: { massG: eachG * fed.feedings },
      }),
    ];
  });
}

/** The ration of every tank; where feed is stopped, that it is. */
export const module: JobSource = {
  kind: 'feed',
  jobs: jobsOf,
  form: (job) => ({
    fields: [
      {
        ...weightField('Feed given today, all feedings', job.expected.massG),
        help: 'As computed; change it if you gave less.',
      },
      { ...weightField('Held back'), name: 'withheldG', optional: true },
      { ...weightField('Of it farm-grown: insects, duckweed'), name: 'farmGrownG', optional: true },
      {
        name: 'response',
        label: 'How they ate',
        kind: 'choice',
        start: 'eager',
        options: [
          ['eager', 'eager'],
          ['slow', 'slow'],
          ['none', 'did not eat'],
        ],
      },
    ],
    submit: 'Fed',
    command: 'fish.feed@1',
    body: (values) => ({ ...values, placeId: job.placeId }),
    logLine: (v) =>
      `${job.place} fed ${String(v.massG ?? '…')}${v.response === 'eager' || !v.response ? '' : ` ${String(v.response)}`}`,
  }),
};
