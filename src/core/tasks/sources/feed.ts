import { all, say } from '../../words/words';
import { tankFeed, type TankFeed } from '../../plan/tankFeed';
import type { Day } from '../../quantity/days';
import { shortDay } from '../../quantity/sayDay';
import { formatMass, formatNumber, oneFeeding, type UnitChoice, formatPellet } from '../../quantity/units';
import type { PlaceFact } from '../../facts/farm';
import { dangersIn, placeWords } from '../../water/lastWater';
import { weightField } from '../form';
import { aJob, jobId } from '../jobs';
import type { JobSource, RoundView } from '../source';

/** The feed job of a tank on a day, by whatever way it is ticked off. */
export const feedJob = (placeId: string, day: Day) => jobId('feed', placeId, day);

function jobsOf({ facts, forecast, at, day, units, judged }: RoundView) {
  return facts.places.flatMap((place) => {
    const fed = tankFeed({ facts, forecast, place, at });
    if (!fed) return [];
    const fish = say`${formatNumber(fed.count)} fish of ${formatMass(fed.meanG, units)}`;
    const lotCode = fed.lots.join(', ');
    if (fed.feedG <= 0) {
      const stopped = facts.fish.find((f) => f.placeId === place.id)?.feedStoppedOn;
      const since = stopped && stopped < day ? say` since ${shortDay(stopped)}` : '';
      return [
        aJob(jobId('feed', place.id, day, 'none'), place, {
          kind: 'no_feed',
          title: say`No feed: ${noFeedWords(place, facts, fed)}`,
          detail: say`${fish} · ${!stopped && uneatenIn(fed) ? say`they do not eat in such water` : say`feed stopped${since}`} · keep the feeder shut`,
          amount: formatMass(0),
          lotCode,
          minutes: 0,
          notice: true,
        }),
      ];
    }
    const parts = partsOf(forecast, place.id, at);
    const unfed = parts.filter((p) => p.feedG <= 0);
    if (unfed.length > 0) return [heldFeed({ place, day, lotCode, parts, units })];
    const { eachG, words } = oneFeeding(fed.feedG, fed.feedings, units);
    const feeder = fed.times.length > 0 ? say` · feeder at ${fed.times.join(', ')}` : '';
    return [
      aJob(feedJob(place.id, day), place, {
        kind: 'feed',
        title: say`Feed ${formatPellet(fed.pelletMm)}`,
        detail: `${fish} · ${parts.length > 1 ? parts.map((p) => `${p.lotCode} ${formatMass(p.feedG, units)}`).join(' + ') : lotCode}${feeder}`,
        amount: `${fed.feedings} × ${words}`,
        lotCode,
        ...heldBy(judged, place),
        // What is booked is what the feedings add up to.
        expected: { massG: eachG * fed.feedings },
      }),
    ];
  });
}

/** Water in which a fish does not eat; null: it would. */
function uneatenIn({ waterTempC, species }: TankFeed): string | null {
  if (waterTempC >= species.tempMaxC) return say`the water is too warm`;
  return waterTempC <= species.tempMinC ? say`the water is too cold` : null;
}

/** Why a tank goes unfed: it is purged, its feed was or is to be stopped, or its water is none to eat in. */
function noFeedWords(place: PlaceFact, { fish }: RoundView['facts'], fed: TankFeed): string {
  if (place.kind === 'purge') return say`purging`;
  const stopped = fish.some((f) => f.placeId === place.id && f.feedStoppedOn);
  return (stopped ? null : uneatenIn(fed)) ?? say`feed stopped`;
}

/** Water that is dangerous forbids the feeding until it was read again. */
function heldBy(judged: RoundView['judged'], place: PlaceFact): { held?: string } {
  const words = dangersIn(judged?.get(place.loopId ?? '') ?? [], place.code).map(placeWords);
  return words.length > 0 ? { held: words.join(' ') } : {};
}

interface Part {
  lotCode: string;
  feedG: number;
}

/** What each cohort of a tank is to eat on the day. */
function partsOf(forecast: RoundView['forecast'], placeId: string, at: number): Part[] {
  const here = forecast.fish.filter((s) => s.placeId === placeId && s.from <= at && s.until > at);
  return here.map((s) => ({ lotCode: s.lotCode, feedG: s.feedG[at - s.from] ?? 0 }));
}

interface HeldFeedArgs {
  place: PlaceFact;
  day: Day;
  lotCode: string;
  parts: readonly Part[];
  units: UnitChoice;
}

/** One cohort of a shared tank is to go unfed: nobody can feed past it, so the tank is not both fed and stopped. */
function heldFeed({ place, day, lotCode, parts, units }: HeldFeedArgs) {
  const named = (list: readonly Part[]) => all([...new Set(list.map((p) => p.lotCode))]);
  const [unfed, fed] = [parts.filter((p) => p.feedG <= 0), parts.filter((p) => p.feedG > 0)];
  const rationG = fed.reduce((sum, p) => sum + p.feedG, 0);
  return aJob(jobId('feed', place.id, day, 'none'), place, {
    kind: 'no_feed',
    title: say`Hold the feed: ${named(unfed)} goes unfed`,
    detail: say`${named(fed)} in the same tank goes unfed too. Net ${named(unfed)} out first, and then feed ${named(fed)} ${formatMass(rationG, units)}; or leave all unfed`,
    amount: formatMass(0),
    lotCode,
    minutes: 0,
    notice: true,
  });
}

/** The ration of every tank; where feed is stopped, that it is. */
export const module: JobSource = {
  kind: 'feed',
  jobs: jobsOf,
  form: (job) => ({
    fields: [
      {
        ...weightField(say`Total for the day`, job.expected.massG),
        help: say`As computed; change it if you gave less.`,
      },
      { ...weightField(say`Held back`), name: 'withheldG', optional: true },
      { ...weightField(say`Of it farm-grown: insects, duckweed`), name: 'farmGrownG', optional: true },
      {
        name: 'response',
        label: say`How they ate`,
        kind: 'choice',
        start: 'eager',
        options: [
          ['eager', say`eager`],
          ['slow', say`slow`],
          ['none', say`did not eat`],
        ],
      },
    ],
    submit: say`Fed`,
    command: 'fish.feed@1',
    body: (values) => ({ ...values, placeId: job.placeId }),
    logLine: (v) =>
      say`${job.place} fed ${String(v.massG ?? '…')}${v.response === 'eager' || !v.response ? '' : ` ${String(v.response)}`}`,
  }),
};
