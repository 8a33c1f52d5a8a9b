import { all, say } from '../../words/words';
import { tankFeed, type TankFeed } from '../../plan/tankFeed';
import type { Day } from '../../quantity/days';
import { shortDay } from '../../quantity/sayDay';
import { formatMass, formatNumber, oneFeeding, type UnitChoice, formatPellet } from '../../quantity/units';
import type { PlaceFact } from '../../facts/farm';
import { dangersIn, placeWords } from '../../water/lastWater';
import { feedingsIn, type FeedingsGiven } from '../feedings';
import { weightField, type JobField } from '../form';
import { aJob, jobId, type Job } from '../jobs';
import type { JobSource, RoundView } from '../source';

/** The feed job of a tank on a day, by whatever way it is ticked off. */
export const feedJob = (placeId: string, day: Day) => jobId('feed', placeId, day);

function jobsOf({ facts, forecast, at, day, units, judged, feedings }: RoundView) {
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
    const given = feedings?.get(place.id);
    const left = feedingsLeft(fed, given);
    const all = left.length === 0;
    const feeder = fed.times.length > 0 ? say` · feeder at ${fed.times.join(', ')}` : '';
    return [
      aJob(feedJob(place.id, day), place, {
        kind: 'feed',
        title: say`Feed ${formatPellet(fed.pelletMm)}`,
        detail: `${fish} · ${parts.length > 1 ? parts.map((p) => `${p.lotCode} ${formatMass(p.feedG, units)}`).join(' + ') : lotCode}${feeder}${given && !all ? say` · ${fed.feedings - left.length} of ${fed.feedings} feedings given` : ''}`,
        amount: `${all ? fed.feedings : left.length} × ${words}`,
        lotCode,
        ...heldBy(judged, place),
        // What is booked is what the feedings add up to.
        expected: { massG: eachG * left.length },
        ...(fed.feedings > 1 ? { feedings: { left, of: fed.feedings, eachG, begun: given !== undefined } } : {}),
        ...(given && all ? { done: { by: given.by, at: given.at } } : {}),
      }),
    ];
  });
}

/** The feedings of the day that nobody has given yet: by the feeder's times, or by number. */
function feedingsLeft(fed: TankFeed, given: FeedingsGiven | undefined): [feeding: string, words: string][] {
  const named = fed.times.length === fed.feedings ? fed.times : null;
  return Array.from({ length: fed.feedings }, (_, i) => i + 1)
    .filter((n) => !given?.feedings.has(n))
    .map((n) => [String(n), named?.[n - 1] ?? say`${n} of ${fed.feedings}`]);
}

/** What the ticks say, as the command takes it: nothing where the whole day is given at once. */
function tickedOf({ feedings }: Job, typed: unknown): { feedings?: number[] } {
  const ticked = feedings?.left.length === 1 ? [Number(feedings.left[0]![0])] : feedingsIn(String(typed ?? ''));
  if (!feedings || ticked.length === 0 || (!feedings.begun && ticked.length === feedings.left.length)) return {};
  return { feedings: ticked };
}

/** The ticks as the log line has them: " 1/4 2/4", or nothing. */
function tickWords(job: Job, typed: unknown): string {
  const { feedings = [] } = tickedOf(job, typed);
  return feedings.map((n) => ` ${n}/${job.feedings!.of}`).join('');
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

/** A tick for each feeding still to be given; all of them to begin with. */
function ticksOf({ feedings }: Job): JobField[] {
  if (!feedings || feedings.left.length < 2) return [];
  const start = feedings.left.map(([n]) => n).join(' ');
  return [{ name: 'feedings', label: say`Feedings given`, kind: 'ticks', start, options: feedings.left }];
}

/** The ration of every tank; where feed is stopped, that it is. */
export const module: JobSource = {
  kind: 'feed',
  jobs: jobsOf,
  form: (job) => ({
    fields: [
      ...ticksOf(job),
      {
        ...weightField(job.feedings?.begun ? say`Given now` : say`Total for the day`, job.expected.massG),
        help: say`As computed; change it if you gave less.`,
      },
      { ...weightField(say`Held back`), name: 'withheldG', optional: true },
      { ...weightField(say`Of that, farm-grown: insects, duckweed`), name: 'farmGrownG', optional: true },
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
    body: ({ feedings, ...values }) => ({ ...values, ...tickedOf(job, feedings), placeId: job.placeId }),
    ...(job.feedings
      ? { fills: { by: 'feedings', with: (text) => ({ massG: feedingsIn(text).length * job.feedings!.eachG }) } }
      : {}),
    logLine: (v) =>
      say`${job.place} fed ${String(v.massG ?? '…')}${tickWords(job, v.feedings)}${v.response === 'eager' || !v.response ? '' : ` ${String(v.response)}`}`,
  }),
};
