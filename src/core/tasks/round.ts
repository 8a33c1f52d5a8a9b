import { weightFromLengthG } from '../fish/lengthWeight';
import { gradeMiddleCm, gradePlanned, liveGrades } from '../fish/liveSale';
import { tankFeed } from '../plan/tankFeed';
import { SAMPLE_EVERY_DAYS } from '../plan/troubles';
import type { FarmFacts, FarmForecast, PlaceFact, PlanStep } from '../plan/types';
import { saltG } from '../purge/backSchedule';
import { addDays, daysBetween, type Day } from '../quantity/days';
import { daysAgo, shortDay } from '../quantity/sayDay';
import { formatMass, formatNumber, formatVolume, type UnitChoice } from '../quantity/units';

export type JobKind = PlanStep['kind'] | 'feed' | 'no_feed' | 'sample' | 'observe' | 'reading' | 'chore';

export interface Done {
  by: string;
  at: string;
}

export interface Job {
  /** Names the job for good: doing it twice is refused by this key. */
  key: string;
  kind: JobKind;
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
  caution: string | null;
  done: Done | null;
}

export interface Chore {
  id: string;
  placeId: string | null;
  placeCode: string;
  title: string;
  detail: string;
  everyDays: number;
  startsOn: Day;
  minutes: number;
  walk: string;
  walkOrder: number;
  caution: string | null;
}

export interface RoundView {
  day: Day;
  /** Index of `day` in the forecast; 0 is the day of the facts. */
  at: number;
  facts: FarmFacts;
  forecast: FarmForecast;
  /** Steps not done; those due before `day` are late. */
  steps: readonly PlanStep[];
  chores: readonly Chore[];
  done: ReadonlyMap<string, Done>;
  saltGL: ReadonlyMap<string, number>;
  units: UnitChoice;
}

/** The feed job of a tank on a day, by whatever way it is ticked off. */
export function feedJobKey(placeId: string, day: Day): string {
  return `feed:${placeId}:${day}`;
}

/** The day's jobs in walking order, amounts computed. On a forecast day, amounts are the forecast's. */
export function buildRound(view: RoundView): Job[] {
  const jobs = [
    ...readingJobs(view),
    ...feedJobs(view),
    ...sampleJobs(view),
    ...observeJobs(view),
    ...stepJobs(view),
    ...choreJobs(view),
  ];
  return jobs
    .map((job) => ({ ...job, done: view.done.get(job.key) ?? null }))
    .sort((a, b) => a.walkOrder - b.walkOrder || a.place.localeCompare(b.place) || a.key.localeCompare(b.key));
}

function job(place: PlaceFact | undefined, rest: Partial<Job> & Pick<Job, 'key' | 'kind' | 'title' | 'detail'>): Job {
  return {
    placeId: place?.id ?? null, place: place?.code ?? '', walk: place?.walk ?? 'Everywhere', walkOrder: place?.walkOrder ?? 99,
    amount: '', lateDays: 0, minutes: 5, stepId: null, lotCode: null, loopCode: null, expected: {}, caution: null, done: null, ...rest,
  }; // prettier-ignore
}

function readingJobs({ facts, day }: RoundView): Job[] {
  return facts.loops.flatMap((loop) => {
    const place = facts.places.find((p) => p.loopId === loop.id && p.kind === 'tank');
    return (['morning', 'evening'] as const).map((half) =>
      job(place, {
        key: `reading:${loop.id}:${day}:${half}`,
        kind: 'reading',
        place: loop.name,
        title: `Water reading, ${half}`,
        detail: 'Temperature, pH and dissolved oxygen at the sump',
        amount: 't · pH · DO',
        walkOrder: (place?.walkOrder ?? 1) - 0.5 + (half === 'evening' ? 0.1 : 0),
        loopCode: loop.code,
      }),
    );
  });
}

function feedJobs({ facts, forecast, at, day, units }: RoundView): Job[] {
  return facts.places.flatMap((place) => {
    const fed = tankFeed(facts, forecast, place, at);
    if (!fed) return [];
    const fish = `${formatNumber(fed.count)} fish of ${formatMass(fed.meanG, units)}`;
    const lotCode = fed.lots.join(', ');
    if (fed.feedG <= 0) {
      const stopped = facts.fish.find((f) => f.placeId === place.id)?.feedStoppedOn;
      const since = stopped && stopped < day ? ` since ${shortDay(stopped)}` : '';
      return [
        job(place, {
          key: `nofeed:${place.id}:${day}`,
          kind: 'no_feed',
          title: `No feed: ${place.kind === 'purge' ? 'purging' : 'feed stopped'}`,
          detail: `${fish} · feed stopped${since} · keep the feeder shut`,
          amount: '0 g',
          lotCode,
          minutes: 0,
        }),
      ];
    }
    const feeder = fed.times.length > 0 ? ` · feeder at ${fed.times.join(', ')}` : '';
    return [
      job(place, {
        key: feedJobKey(place.id, day),
        kind: 'feed',
        title: `Feed ${fed.pelletMm} mm`,
        detail: `${fish} · ${lotCode}${feeder}`,
        amount: `${fed.feedings} × ${formatMass(fed.eachG, units)}`,
        lotCode,
        expected: { massG: Math.round(fed.feedG) },
      }),
    ];
  });
}

function sampleJobs({ facts, forecast, at, day, units }: RoundView): Job[] {
  return facts.fish.flatMap((fish) => {
    const place = facts.places.find((p) => p.id === fish.placeId);
    if (place?.kind !== 'tank') return [];
    const due = addDays(fish.sampledOn ?? fish.stockedOn, SAMPLE_EVERY_DAYS);
    const stay = forecast.fish.find(
      (s) => s.lotCode === fish.lotCode && s.placeId === fish.placeId && s.from <= at && s.until > at,
    );
    if (!stay || due > day) return [];
    const meanG = stay.meanG[at - stay.from] ?? 0;
    return [
      job(place, {
        key: `sample:${fish.lotId}:${fish.placeId}:${due}`,
        kind: 'sample',
        title: 'Weigh 20 fish',
        detail: `Last weighed ${daysAgo(daysBetween(fish.sampledOn ?? fish.stockedOn, day))}; forecast says ${formatMass(meanG, units)}`,
        amount: 'sample',
        lateDays: Math.max(0, daysBetween(due, day)),
        minutes: 20,
        lotCode: fish.lotCode,
        expected: { massG: meanG },
        caution: 'Wet hands and nets, short time out of water.',
      }),
    ];
  });
}

/** Fish in quarantine are looked at every day. */
function observeJobs({ facts, day }: RoundView): Job[] {
  return facts.quarantine
    .filter((q) => q.clearedOn === null)
    .map((q) =>
      job(
        facts.places.find((p) => p.id === q.placeId),
        {
          key: `observe:${q.lotCode}:${q.placeId}:${day}`,
          kind: 'observe',
          title: 'Observe the quarantine',
          detail: `${q.lotCode}, in quarantine until ${shortDay(q.until)} · skin, gills, swimming, appetite · own nets, hands washed after`,
          amount: 'well?',
          lotCode: q.lotCode,
          minutes: 10,
        },
      ),
    );
}

function stepJobs(view: RoundView): Job[] {
  const { steps, day, facts } = view;
  const places = new Map(facts.places.map((p) => [p.id, p]));
  return steps
    .filter((s) => (view.at > 0 ? s.day === day : s.day <= day))
    .map((step) => {
      const place = places.get(step.fromPlaceId ?? step.toPlaceId ?? '');
      const words = stepWords(step, view, places.get(step.toPlaceId ?? ''));
      return job(place, {
        key: `step:${step.id}`,
        kind: step.kind,
        stepId: step.id,
        lotCode: step.lotCode,
        lateDays: Math.max(0, daysBetween(step.day, day)),
        ...words,
      });
    });
}

type StepWords = Pick<Job, 'title' | 'detail' | 'amount' | 'expected' | 'minutes' | 'caution'>;

function stepWords(step: PlanStep, view: RoundView, to: PlaceFact | undefined): StepWords {
  const { units, facts } = view;
  const crop = facts.crops.find((c) => c.code === step.cropCode);
  const species = facts.species.find((s) => s.code === step.speciesCode);
  const name = crop?.name ?? species?.name ?? '';
  const count = formatNumber(step.count);
  const stay = view.forecast.fish.find(
    (s) => s.lotCode === step.lotCode && s.placeId === (step.toPlaceId ?? step.fromPlaceId),
  );
  const meanG = stay?.meanG[Math.max(0, Math.min(view.at - stay.from, stay.meanG.length - 1))] ?? 0;
  const expectedMass = { count: step.count, massG: Math.round(step.count * meanG) };
  switch (step.kind) {
    case 'feed_stop':
      return {
        title: 'Stop feed',
        detail: `${step.lotCode} is to be purged: shut the feeder, hang the no-feed sign`,
        amount: 'no feed',
        expected: {},
        minutes: 3,
        caution: null,
      };
    case 'purge':
      return {
        title: `Move to purge tank ${to?.code ?? ''}`,
        detail: `${count} largest of ${step.lotCode} · count and weigh`,
        amount: `${count} fish`,
        expected: expectedMass,
        minutes: 45,
        caution: 'Two people at the tank. Lift with the knees; a full tote is about 1 kg a litre.',
      };
    case 'exchange': {
      const place = facts.places.find((p) => p.id === step.fromPlaceId);
      const litres = step.amount ?? 0;
      const salt = saltG(litres, view.saltGL.get(step.fromPlaceId ?? '') ?? 0);
      return {
        title: 'Exchange purge water',
        detail:
          salt > 0
            ? `${step.lotCode} · weigh out ${formatMass(salt, units)} salt again · salted water never goes to plants`
            : `${step.lotCode} in ${place?.code} · unsalted: may top up the sump if it has room`,
        amount: formatVolume(litres, units),
        expected: { litres, saltG: salt },
        minutes: 25,
        caution: 'Keep plugs and pumps off the wet floor; residual-current protection on.',
      };
    }
    case 'taste':
      return {
        title: 'Taste check',
        detail: `One fish of ${step.lotCode}, steamed without salt`,
        amount: 'clean?',
        expected: {},
        minutes: 20,
        caution: 'Cook it through. Anyone with a fish allergy sits this out.',
      };
    case 'harvest': {
      const grades = liveGrades(facts.products, step.speciesCode ?? '');
      if (species && grades.length > 0) {
        const grade = gradePlanned(step, grades);
        const eachG = grade ? weightFromLengthG(gradeMiddleCm(grade), species) : meanG;
        return {
          title: 'Net for live sale',
          detail: `${count} ${grade?.product.name ?? 'fish'} of ${step.lotCode} into holding, sorted by length`,
          amount: `${count} fish`,
          expected: { count: step.count, massG: Math.round(step.count * eachG) },
          minutes: 45,
          caution:
            'Not for food. Unfed since yesterday, wet hands and nets, oxygen in every bag. Local law on live fish decides.',
        };
      }
      return {
        title: 'Harvest and pack',
        detail: `${step.lotCode} · ${count} fish · ice first, then nets`,
        amount: `${count} fish`,
        expected: expectedMass,
        minutes: 90,
        caution:
          'Use the farm’s written humane method; local code and veterinarian decide. Ice, knives and cold hands: gloves on.',
      };
    }
    case 'move':
      return {
        title: `Move to ${to?.code ?? ''}`,
        detail: `All of ${step.lotCode}, about ${count} fish`,
        amount: `${count} fish`,
        expected: expectedMass,
        minutes: 60,
        caution: 'Own nets for each loop. Two people at the tank.',
      };
    case 'stock':
      return {
        title: `Receive ${count} ${name}`,
        detail: `${step.lotCode}, about ${formatMass(step.amount ?? 0, units)} each, into ${to?.code}`,
        amount: `${count} fish`,
        expected: { count: step.count },
        minutes: 60,
        caution: 'Permit and transport papers at hand. Float, mix water in steps, then release.',
      };
    case 'sow':
      return sowWords(step, name, to);
    case 'transplant':
      return {
        title: `Transplant ${name} to ${to?.code}`,
        detail: `${step.lotCode} · ${pieces(step.count, to)} · count what goes in`,
        amount: `${count} plants`,
        expected: { count: step.count },
        minutes: 40,
        caution: 'Wash hands; no fish water on edible leaves.',
      };
    case 'pick':
      return {
        title: `Pick ${name}`,
        detail: `${step.lotCode}${(crop?.cutsMax ?? 1) > 1 ? ` · cut ${step.amount}` : ''} · trim, chill, weigh`,
        amount:
          crop?.unit === 'kg'
            ? `${count} places`
            : `about ${formatNumber(Math.floor(step.count * (crop ? crop.finalSurvival * crop.packout : 1)))}`,
        expected: crop?.unit === 'kg' ? { massG: 0 } : { count: step.count },
        minutes: 45,
        caution: 'Clean hands and knives; fish and salad kept apart; chill within the hour.',
      };
    case 'clear':
      return {
        title: `Clear and clean ${name}`,
        detail: `${step.lotCode} · roots and rests to compost`,
        amount: '',
        expected: {},
        minutes: 30,
        caution: null,
      };
  }
}

function sowWords(step: PlanStep, name: string, to: PlaceFact | undefined): StepWords {
  const cells = to?.pieceSize ?? 104;
  const trays = Math.ceil(step.count / cells);
  return {
    title: `Sow ${name}`,
    detail: `${step.lotCode} · ${formatNumber(step.count)} seeds on ${to?.code}`,
    amount: `${trays} ${trays === 1 ? 'tray' : 'trays'} of ${cells}`,
    expected: { count: step.count },
    minutes: 10 + trays * 4,
    caution: null,
  };
}

function pieces(count: number, bed: PlaceFact | undefined) {
  if (!bed?.pieceSize) return `${formatNumber(count)} positions`;
  return `${Math.ceil(count / bed.pieceSize)} × ${bed.pieceSize}`;
}

function choreJobs({ chores, day, facts }: RoundView): Job[] {
  const places = new Map(facts.places.map((p) => [p.id, p]));
  return chores
    .filter((c) => day >= c.startsOn && daysBetween(c.startsOn, day) % c.everyDays === 0)
    .map(
      (c) =>
      job(places.get(c.placeId ?? ''), {
        key: `chore:${c.id}:${day}`, kind: 'chore', place: c.placeCode, title: c.title, detail: c.detail, minutes: c.minutes,
        walk: c.walk, walkOrder: c.walkOrder, caution: c.caution,
      }), // prettier-ignore
    );
}
