import { say, told, word } from '../words/words';
import type { PromiseRow } from '../market/promiseTable';
import { addDays, daysBetween, inDays, type Day } from '../quantity/days';
import { shortDay } from '../quantity/sayDay';
import { formatDensity, formatNumber, type UnitChoice } from '../quantity/units';
import { crowdedFrom, formatQuantity } from './consequences';
import type { JudgedKind, Judgement } from '../water/judge';
import type { ShortReserve } from '../setup/spares';
import type { FarmFacts } from '../facts/farm';
import type { FarmForecast } from '../facts/forecast';

export interface Trouble {
  kind: 'short' | 'crowding' | 'taste' | 'sample' | 'surplus' | 'unripe' | 'spares' | JudgedKind;
  tone: 'danger' | 'attention' | 'soon';
  title: string;
  detail: string;
  /** Where to decide it: a station and what to show there. */
  station: 'season' | 'cohorts' | 'cohorts/life' | 'round' | 'beds' | 'market' | 'purge' | 'farm/places';
  subject: string;
  day: Day;
}

const OF_WATER: readonly Trouble['kind'][] = ['ammonia', 'oxygen', 'temperature', 'ph', 'air'];

/** Fish or plants are in danger of their lives now: it stands before everything else. */
export const isDanger = (t: Trouble): boolean => t.tone === 'danger' && OF_WATER.includes(t.kind);

/** Days after which a cohort's size is a guess. Planning default; the farm's rule may be set. */
export const SAMPLE_EVERY_DAYS = 7;

export interface LatestPh {
  loopId: string;
  pH: number;
  weekAgo: number | null;
  on: Day;
}

export interface TroubleView {
  facts: FarmFacts;
  forecast: FarmForecast;
  promise: PromiseRow[];
  pH: LatestPh[];
  /** Batches whose last taste was not clean. */
  notClean?: readonly { lotCode: string; place: string; on: Day; harvestOn: Day }[];
  /** What the last readings mean for the fish, by loop. */
  judged?: ReadonlyMap<string, readonly Judgement[]>;
  /** Of which machines there are fewer in reserve than there are to be. */
  reserves?: readonly ShortReserve[];
  units: UnitChoice;
}

/** What needs a decision, the most pressing first. */
export function findTroubles(view: TroubleView): Trouble[] {
  const list = [
    ...shortOrders(view),
    ...crowding(view),
    ...notClean(view),
    ...overdueSamples(view),
    ...pHDrift(view),
    ...badWater(view),
    ...surplus(view),
    ...reserves(view),
  ];
  const rank = { danger: 0, attention: 1, soon: 2 };
  return list.sort((a, b) => rank[a.tone] - rank[b.tone] || (a.day < b.day ? -1 : 1));
}

function reserves({ reserves: short, facts }: TroubleView): Trouble[] {
  return (short ?? []).map(({ name, has, least }) => ({
    kind: 'spares',
    tone: has === 0 ? 'attention' : 'soon',
    station: 'farm/places',
    subject: name,
    day: facts.today,
    title: say`${name}: ${has} of ${least} in reserve`,
    detail: say`The next that fails may have nothing to stand in for it. Buy one, or say under Farm, Loops and places, that fewer will do.`,
  }));
}

function shortOrders({ promise, units, facts }: TroubleView): Trouble[] {
  return promise.flatMap((row) =>
    row.weeks
      .filter((week) => week.short > (row.product.unit === 'kg' ? 500 : 1))
      .map((week) => {
        const who = [...new Set(week.shortLines.map((l) => l.customer))].join(', ');
        const first = week.shortLines.map((l) => l.day).sort()[0] ?? week.weekStart;
        const dueIn = daysBetween(facts.today, first);
        return {
          kind: 'short',
          tone: 'danger',
          title: say`${row.product.name} ${formatQuantity(week.short, row.product.unit, units)} short in week ${week.week}`,
          detail: say`${who}, due ${dueIn <= 0 ? say`now` : inDays(dueIn)}. Slide a harvest or sowing on Season, or tell the customer.`,
          station: 'season',
          subject: row.product.code,
          day: first,
        } as const;
      }),
  );
}

function crowding({ forecast, facts, units }: TroubleView): Trouble[] {
  return facts.places.flatMap((place) => {
    const at = crowdedFrom(forecast, place);
    if (at === null || at > 60) return [];
    const day = addDays(forecast.firstDay, at);
    return [
      {
        kind: 'crowding',
        tone: at < 7 ? 'danger' : 'attention',
        station: 'cohorts',
        subject: place.id,
        day,
        title: at === 0 ? say`${place.code} is too full` : say`${place.code} too full ${inDays(at)}`,
        detail: say`Passes ${formatDensity(place.densityLimitKgM3!, units, 0)} on ${shortDay(day)}. Move fish out, or harvest part earlier.`,
      } as const,
    ];
  });
}

/** Days after which a sample that is due is called overdue: a weekend is no trouble. */
const SAMPLE_GRACE_DAYS = 2;

export const isSampleOverdue = (daysSince: number) => daysSince > SAMPLE_EVERY_DAYS + SAMPLE_GRACE_DAYS;

function notClean({ notClean }: TroubleView): Trouble[] {
  return (notClean ?? []).map(({ lotCode, place, on, harvestOn }) => ({
    kind: 'taste',
    tone: 'danger',
    station: 'purge',
    subject: lotCode,
    day: on,
    title: say`${lotCode} in ${place} did not taste clean`,
    detail: say`Tasted on ${shortDay(on)}; kept back, harvest now on ${shortDay(harvestOn)}. Tell the customers it was for, or offer another fish.`,
  }));
}

function overdueSamples({ facts }: TroubleView): Trouble[] {
  const kinds = new Map(facts.places.map((p) => [p.id, p]));
  return facts.fish.flatMap((fish) => {
    const place = kinds.get(fish.placeId);
    if (!place || place.kind !== 'tank') return [];
    const since = daysBetween(fish.sampledOn ?? fish.stockedOn, facts.today);
    if (!isSampleOverdue(since)) return [];
    return [
      {
        kind: 'sample',
        tone: 'attention',
        station: 'round',
        subject: fish.lotCode,
        day: facts.today,
        title: say`${place.code} last weighed ${since} days ago`,
        detail: say`${fish.lotCode} is due every ${SAMPLE_EVERY_DAYS} days; its dates are less sure until it is weighed.`,
      } as const,
    ];
  });
}

function pHDrift({ facts, pH }: TroubleView): Trouble[] {
  return pH.flatMap((latest) => {
    const loop = facts.loops.find((l) => l.id === latest.loopId);
    if (!loop || latest.pH >= PH_LOW) return [];
    const fell =
      latest.weekAgo !== null && latest.weekAgo > latest.pH
        ? say`, down from ${formatNumber(latest.weekAgo, 1)} a week before`
        : '';
    return [
      {
        kind: 'ph',
        tone: latest.pH < 6 ? 'danger' : 'attention',
        station: 'round',
        subject: loop.code,
        day: latest.on,
        title: say`${loop.name} pH has drifted to ${formatNumber(latest.pH, 1)}`,
        detail: say`Aim 6.4 to 7.0${fell}. Bacteria slow below 6.5: add base in small steps, with gloves and goggles.`,
      } as const,
    ];
  });
}

const WATER_WORDS: Record<JudgedKind, string> = {
  ammonia: word`free ammonia`,
  oxygen: word`oxygen`,
  temperature: word`water`,
  ph: 'pH',
  air: word`air`,
};

function badWater(view: TroubleView): Trouble[] {
  const { facts, judged } = view;
  const drifted = new Set(pHDrift(view).map((t) => t.subject));
  return facts.loops.flatMap((loop) =>
    (judged?.get(loop.id) ?? []).flatMap(({ kind, tone, value, words, on, place }) =>
      tone === 'good' || (kind === 'ph' && drifted.has(loop.code))
        ? []
        : [
            {
              kind,
              tone,
              station: 'cohorts/life',
              subject: loop.code,
              day: on,
              title: `${place ?? loop.name}: ${told(WATER_WORDS[kind])} ${value}`,
              detail: words,
            } as const,
          ],
    ),
  );
}

/** Below this the bacteria that oxidise ammonia slow noticeably. Timmons & Ebeling. */
export const PH_LOW = 6.4;

function surplus({ promise, units }: TroubleView): Trouble[] {
  return promise.flatMap((row) => {
    const spare = row.weeks.slice(0, 4).reduce((max, week) => Math.min(max, week.available), Infinity);
    const coming = row.weeks.slice(0, 4).reduce((sum, week) => sum + week.expected, 0);
    if (!(spare > coming * 0.22) || coming <= 0 || row.product.speciesCode) return [];
    return [
      {
        kind: 'surplus',
        tone: 'soon',
        station: 'market',
        subject: row.product.code,
        day: row.weeks[0]!.weekStart,
        title: say`${row.product.name}: ${formatQuantity(spare, row.product.unit, units)} more than sold`,
        detail: say`Free to promise in each of the next four weeks. Offer it, or skip a sowing.`,
      } as const,
    ];
  });
}
