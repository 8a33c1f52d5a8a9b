import 'server-only';
import { notFound } from 'next/navigation';
import { explainDensity, type Explanation } from '../../core/explain';
import { explainConversion, explainCost, explainGrade, explainPace, explainReady } from '../../core/explainFish';
import { densityKgM3 } from '../../core/fish/stocking';
import { countsByGrade, liveGrades, nettingWords, type LiveGrade } from '../../core/fish/liveSale';
import { freshSpread, meanRelative, shareAbove } from '../../core/fish/sizeSpread';
import { crowdedFrom } from '../../core/plan/consequences';
import { STEP_WORDS } from '../../core/plan/changes';
import { forecastFarm } from '../../core/plan/forecast';
import { SAMPLE_EVERY_DAYS } from '../../core/plan/troubles';
import { DEFAULT_SETTINGS, type FishFact, type FishStay, type PlaceFact } from '../../core/plan/types';
import { shortDay } from '../../core/quantity/sayDay';
import { formatMass } from '../../core/quantity/units';
import { plannedWaterC } from '../../core/water/plannedTemperature';
import type { Species } from '../../core/library/types';
import { addDays, daysBetween, type Day } from '../../core/quantity/days';
import { cohortAccount, type CohortAccount } from '../../core/fish/cohortAccount';
import { conditionFactor, lengthFromWeightCm } from '../../core/fish/lengthWeight';
import { cohortId, samplesOf, sampleRecords, type LotRecord, type SampleRecord, lotRecord } from '../../db/cohorts';
import { CAN_BE_TAKEN_BACK, mayTakeBack } from '../../db/doing/takeBack';
import { latestPh } from '../../db/facts';
import {
  conditionSeries,
  feedingsOf,
  husbandryEvents,
  lotMoney,
  type FeedingRow,
  type FishEvent,
} from '../../db/fishRecords';
import type { Handled } from './handle/shared';
import { tankChoices, type TankChoice } from './keepingQueries';
import { stepsOfLot, type StoredStep } from '../../db/plan';
import { farmView, type DayView, type FarmView, type Search } from '../../server/farmView';
import type { VesselView } from '../../ui/draw/Vessel';
import { vesselView } from '../../ui/draw/vesselView';

export interface CohortRow {
  lotCode: string;
  species: string;
  place: string;
  count: number;
  meanG: number;
  spreadG: number;
  massG: number;
  densityKgM3: number;
  limitKgM3: number | null;
  because: Explanation;
  marketShare: number | null;
  readyOn: Day | null;
  fullOn: Day | null;
  sampledDaysAgo: number | null;
}

export interface CohortsPage extends DayView {
  loops: { name: string; stages: { stage: string; tanks: VesselView[] }[] }[];
  rows: CohortRow[];
}

export async function cohortsPage(search: Search): Promise<CohortsPage> {
  const view = await farmView(search, async () => null);
  const { facts, forecast, at, units, day, today } = view;
  const suffix = day === today ? '' : `?day=${day}`;
  const drawn = facts.places.filter((p) => ['tank', 'purge', 'quarantine', 'sump'].includes(p.kind));
  const link = (placeId: string) => {
    return `/cohorts/tank/${drawn.find((p) => p.id === placeId)!.code}${suffix}`;
  };
  const vessel = (id: string) =>
    vesselView(
      drawn.find((p) => p.id === id)!,
      forecast,
      at,
      units,
      link(id),
      vesselNotes(view, id),
    );
  const loops = facts.loops.map((l) => ({
    name: `${l.name} loop`,
    stages: stagesOf(drawn.filter((p) => p.loopId === l.id)).map(([stage, places]) => ({
      stage,
      tanks: places.map((p) => vessel(p.id)),
    })),
  }));
  const apart = {
    name: 'Quarantine and purge',
    stages: [{ stage: '', tanks: drawn.filter((p) => p.loopId === null).map((p) => vessel(p.id)) }],
  };
  const present = forecast.fish.filter((s) => s.from <= at && s.until > at);
  return {
    person: view.person,
    units,
    today,
    day,
    when: view.when,
    at,
    loops: [...loops, apart].filter((l) => l.stages.some((x) => x.tanks.length > 0)),
    rows: present.map((s) => cohortRow(view, s)),
  };
}

/** Tanks of a loop by stage, in the order of the walk. */
function stagesOf(places: PlaceFact[]): [string, PlaceFact[]][] {
  const stages = new Map<string, PlaceFact[]>();
  for (const place of places)
    stages.set(place.stage ?? place.kind, [...(stages.get(place.stage ?? place.kind) ?? []), place]);
  return [...stages];
}

/** Feed of the day, and how long ago the fish were weighed, under a vessel. */
function vesselNotes({ facts, forecast, at, units, day, today }: FarmView, placeId: string): string[] {
  const feedG = forecast.tanks.get(placeId)?.feedG[at] ?? 0;
  const kind = facts.places.find((p) => p.id === placeId)?.kind;
  const fish = facts.fish.find((f) => f.placeId === placeId && f.count > 0);
  const asOf = day < today ? day : today;
  const since = fish ? daysBetween(fish.sampledOn ?? fish.stockedOn, asOf) : 0;
  const apart = facts.quarantine.find((q) => q.placeId === placeId && !q.clearedOn);
  const treated = facts.treatments.find((t) => t.lotCode === fish?.lotCode);
  return [
    ...(feedG > 0 ? [`feed ${formatMass(feedG, units)}`] : []),
    ...(apart ? ['quarantine'] : []),
    ...(treated ? ['treated: not for sale'] : []),
    ...(since > SAMPLE_EVERY_DAYS + 2 && kind !== 'sump' ? [`weighed ${since} days ago`] : []),
  ];
}

function cohortRow(view: FarmView, stay: FishStay): CohortRow {
  const { facts, forecast, at, units } = view;
  const place = facts.places.find((p) => p.id === stay.placeId)!;
  const species = facts.species.find((s) => s.code === stay.speciesCode)!;
  const fish = facts.fish.find((f) => f.lotCode === stay.lotCode && f.placeId === stay.placeId);
  const i = at - stay.from;
  const [count, meanG] = [stay.count[i]!, stay.meanG[i]!];
  const full = crowdedFrom(forecast, place);
  return {
    lotCode: stay.lotCode,
    species: species.name,
    place: place.code,
    count,
    meanG,
    spreadG: meanG * species.sizeCv,
    massG: count * meanG,
    densityKgM3: densityKgM3(count * meanG, place.volumeL ?? 1000),
    limitKgM3: place.densityLimitKgM3,
    because: explainDensity(place, count * meanG, count, units),
    marketShare:
      species.marketG && fish ? shareAbove(fish.bins, meanG / meanRelative(fish.bins), species.marketG[0]) : null,
    readyOn: species.marketG ? halfReady(view, stay.lotCode, species.marketG[0]) : null,
    fullOn: full === null ? null : addDays(forecast.firstDay, full),
    sampledDaysAgo: fish
      ? daysBetween(fish.sampledOn ?? fish.stockedOn, view.day < view.today ? view.day : view.today)
      : null,
  };
}

/** First day on which the mean passes the smallest market size, wherever the cohort is by then. */
function halfReady({ forecast }: FarmView, lotCode: string, marketG: number): Day | null {
  let first = Infinity;
  for (const stay of forecast.fish.filter((s) => s.lotCode === lotCode)) {
    const i = stay.meanG.findIndex((g) => g >= marketG);
    if (i >= 0) first = Math.min(first, stay.from + i);
  }
  return first === Infinity ? null : addDays(forecast.firstDay, first);
}

export interface GrowthPoint {
  day: Day;
  /** Mean of a sample, g. */
  sampleG?: number;
  sampleCount?: number;
  forecastG?: number;
  band?: [number, number];
}

interface MayTakeBack {
  mayTakeBack: boolean;
}

export interface CohortPage extends DayView {
  lotCode: string;
  species: string;
  supplier: string | null;
  stockedOn: Day;
  startMeanG: number | null;
  places: { place: string; count: number; meanG: number }[];
  points: GrowthPoint[];
  marketG: [number, number] | null;
  steps: (StoredStep & { words: string; from: string; to: string })[];
  record: (LotRecord['movements'][number] & MayTakeBack)[];
  feedings: (FeedingRow & MayTakeBack)[];
  /** Every weighing, those taken back too. */
  weighings: (SampleRecord & MayTakeBack)[];
  /** Records that are not shown yet. */
  more: { feedings: number; movements: number };
  events: (FishEvent & MayTakeBack)[];
  handled: Handled[];
  /** Size grades it is sold alive in, with how many fish are of each on the day; empty for food fish. */
  grades: { name: string; fromCm: number; toCm: number; count: number; priceMinor: number; because: Explanation }[];
  tanks: TankChoice[];
  account: CohortAccount;
  /** Last sample against the forecast made before it. */
  lastForecastError: number | null;
  /** Fulton's K of the last sample with lengths, and the usual K of the species at that size. */
  condition: { k: number; usual: number; day: Day; n: number } | null;
  cost: { fishMinor: number | null; feedMinor: number; perKgMinor: number | null; currency: string };
  permit: string | null;
  note: string | null;
  origins: string[];
  offspring: string[];
  share: { day: Day; above: number }[];
  withdrawalUntil: Day | null;
  survival: number | null;
  feedG: number;
  pace: number | null;
  paceError: number | null;
  readyOn: Day | null;
  because: { pace: Explanation | null; ready: Explanation | null; conversion: Explanation; cost: Explanation };
}

/** Feedings and movements shown at first; the rest on asking. */
const SHOWN_RECORDS = 30;

export async function cohortPage(code: string, search: Search): Promise<CohortPage> {
  const most = (await search).story === 'all' ? Infinity : SHOWN_RECORDS;
  const view = await farmView(search, async (tx, { day }) => {
    const lotId = await cohortId(tx, code);
    if (!lotId) return null;
    const [lot, weighings, samples, steps, feedings, events, money, condition, pH, farm] = [
      await lotRecord(tx, lotId, day),
      await sampleRecords(tx, lotId, day),
      await samplesOf(tx, lotId, day),
      await stepsOfLot(tx, code),
      await feedingsOf(tx, lotId, day, most),
      await husbandryEvents(tx, { lotId }, day),
      await lotMoney(tx, lotId, day),
      await conditionSeries(tx, lotId, day),
      await latestPh(tx, day),
      await tx('farm').first('currency'),
    ];
    return {
      lot,
      weighings,
      samples,
      steps,
      feedings,
      events,
      money,
      condition,
      pH,
      currency: farm.currency as string,
    };
  });
  if (!view.more) notFound();
  const { facts, at, more, units } = view;
  const { lot, samples, steps } = more;
  const species = facts.species.find((s) => s.code === lot.speciesCode)!;
  const present = view.forecast.fish.filter((s) => s.lotCode === code && s.from <= at && s.until > at);
  const codeOf = (id: string | null) => facts.places.find((p) => p.id === id)?.code ?? '';
  const fish = facts.fish.find((f) => f.lotCode === code);
  const { money, feedings, condition } = more;
  const points = growthPoints(view, lot, samples, fish);
  const presentCount = present.reduce((sum, s) => sum + s.count[at - s.from]!, 0);
  const presentG = present.reduce((sum, s) => sum + s.biomassG[at - s.from]!, 0);
  const sizeOn = (d: Day) => {
    const known = points.filter((p) => p.sampleG !== undefined && p.day <= d).at(-1);
    return known?.sampleG ?? money.startMeanG;
  };
  const account = cohortAccount({
    feedG: feedings.totalG,
    startCount: money.startCount,
    startMeanG: money.startMeanG,
    presentCount,
    presentMeanG: presentCount > 0 ? presentG / presentCount : 0,
    takenG: money.takenG,
    dead: lot.dead,
    deadG: money.deaths.reduce((sum, d) => sum + d.count * sizeOn(d.day), 0),
  });
  const mine = (was: { personId: string | null; day: Day }, takenBack: boolean) =>
    !takenBack && view.when === 'today' && mayTakeBack(view.person, was, view.today);
  const grades = liveGrades(facts.products, lot.speciesCode);
  const inGrades = present.map((s) => gradesOf(s, fish, at, grades, species));
  const producedG = presentG + money.takenG;
  const spent = (money.costMinor ?? 0) + feedings.costMinor;
  const lastK = condition.at(-1);
  const atK = lastK ? samples.find((s) => s.day === lastK.day)?.meanG : undefined;
  return {
    person: view.person, units, today: view.today, day: view.day, when: view.when, at,
    lotCode: code,
    species: species.name,
    supplier: lot.supplier,
    stockedOn: lot.beganOn,
    startMeanG: lot.startMeanG,
    places: present.map((s) => ({ place: codeOf(s.placeId), count: s.count[at - s.from]!, meanG: s.meanG[at - s.from]! })),
    points,
    feedings: feedings.rows.map((f) => ({ ...f, mayTakeBack: mine(f, f.takenBack) })),
    more: { feedings: feedings.count - feedings.rows.length, movements: Math.max(0, lot.movements.length - most) },
    events: more.events.map((e) => ({ ...e, mayTakeBack: mine(e, e.takenBack) })),
    account,
    lastForecastError: fish?.lastForecastError ?? null,
    condition: lastK ? { ...lastK, usual: usualK(species, atK ?? 100) } : null,
    cost: { fishMinor: money.costMinor, feedMinor: feedings.costMinor, perKgMinor: producedG > 1000 ? spent / (producedG / 1000) : null, currency: more.currency },
    permit: money.permit,
    note: money.note,
    origins: money.origins,
    offspring: money.offspring,
    share: shareSeries(points, fish, species),
    withdrawalUntil: facts.treatments.find((t) => t.lotCode === code)?.until ?? null,
    handled: view.when === 'today' ? present.map((s) => ({
      lotCode: code, placeId: s.placeId, place: codeOf(s.placeId), count: s.count[0]!, meanG: s.meanG[0]!,
      quarantined: facts.quarantine.some((q) => q.lotCode === code && q.placeId === s.placeId && !q.clearedOn),
      grades: grades.map((g, i) => ({ code: g.product.code, name: g.product.name, count: gradesOf(s, fish, at, grades, species)[i]! })),
    })) : [],
    grades: grades.map((g, i) => {
      const grade = { name: g.product.name, fromCm: g.fromCm, toCm: g.toCm, count: inGrades.reduce((sum, n) => sum + n[i]!, 0) };
      return { ...grade, priceMinor: g.product.priceMinor, because: explainGrade({ ...grade, lotCode: code, present: presentCount, meanG: presentCount > 0 ? presentG / presentCount : 0, species }, units) };
    }),
    tanks: tankChoices(view, more.pH),
    marketG: species.marketG,
    steps: steps.filter((s) => s.state === 'planned').map((s) => ({ ...s, words: nettingWords(s, facts.products) ?? STEP_WORDS[s.kind], from: codeOf(s.fromPlaceId), to: codeOf(s.toPlaceId) })),
    record: lot.movements.slice(0, most).map((m) => ({ ...m, mayTakeBack: CAN_BE_TAKEN_BACK.has(m.reason) && mine(m, m.takenBack) })),
    weighings: more.weighings.slice(0, most).map((s) => ({ ...s, mayTakeBack: mine(s, s.takenBack) })),
    survival: account.survival,
    feedG: feedings.totalG,
    pace: fish?.pace ?? null,
    paceError: fish?.paceError ?? null,
    readyOn: species.marketG ? halfReady(view, code, species.marketG[0]) : null,
    because: { ...growthReasons(view, code, species, fish, samples, presentCount > 0 ? presentG / presentCount : 0), conversion: explainConversion(code, feedings.totalG, account, units), cost: explainCost(code, { fishMinor: money.costMinor, feedMinor: feedings.costMinor, currency: more.currency }, producedG, units) },
  }; // prettier-ignore
}

/** What pace and market day of a cohort rest on. */
function growthReasons(view: FarmView, lotCode: string, species: Species, fish: FishFact | undefined, samples: { count: number }[], meanG: number) {
  if (!fish) return { pace: null, ready: null };
  const place = view.facts.places.find((p) => p.id === fish.placeId);
  const loop = view.facts.loops.find((l) => l.id === place?.loopId);
  const weighed = samples.reduce((sum, s) => sum + s.count, 0);
  const waterTempC = loop ? plannedWaterC(loop, view.day) : species.tempOptC;
  return {
    pace: explainPace({ lotCode, species, pace: fish.pace, paceError: fish.paceError, samples: samples.length, weighed }),
    ready: species.marketG ? explainReady({ lotCode, meanG, species, pace: fish.pace, waterTempC, day: shortDay(view.day) }, view.units) : null,
  };
} // prettier-ignore

/** Fish of a stay in each live grade on the day. */
function gradesOf(stay: FishStay, fish: FishFact | undefined, at: number, grades: LiveGrade[], species: Species): number[] {
  const bins = fish?.bins ?? freshSpread(species.sizeCv);
  const i = at - stay.from;
  return countsByGrade(bins, stay.meanG[i]! / meanRelative(bins), stay.count[i]!, grades, species);
} // prettier-ignore

/** Samples as they were taken, then the forecast of the cohort left to grow, with one standard error either way. */
function growthPoints(
  view: FarmView,
  lot: LotRecord,
  samples: { day: Day; meanG: number; count: number }[],
  fish: FishFact | undefined,
): GrowthPoint[] {
  const points: GrowthPoint[] = samples.map((s) => ({ day: s.day, sampleG: s.meanG, sampleCount: s.count }));
  if (lot.startMeanG) points.unshift({ day: lot.beganOn, sampleG: lot.startMeanG, sampleCount: 0 });
  const home = view.facts.places.find((p) => p.id === fish?.placeId);
  if (!fish || !home) return points;
  const runs = [-1, 0, 1].map((sign) => {
    const facts = {
      ...view.facts,
      fish: [{ ...fish, feedStoppedOn: null, pace: Math.max(0.05, fish.pace + sign * fish.paceError) }],
    };
    return forecastFarm({ ...facts, places: [home], plantings: [], packed: [], promises: [] }, [], {
      ...DEFAULT_SETTINGS,
      horizonDays: 168,
    }).fish[0];
  });
  const [low, middle, high] = runs;
  for (let i = 0; middle && i < middle.meanG.length; i += 7) {
    points.push({
      day: addDays(view.forecast.firstDay, i),
      forecastG: middle.meanG[i]!,
      band: [low!.meanG[i]!, high!.meanG[i]!],
    });
  }
  return points;
}

/** Condition factor that the species' own length–weight relation gives at a weight. */
function usualK(species: Species, weightG: number): number {
  return conditionFactor(weightG, lengthFromWeightCm(weightG, species));
}

/** Share of the fish at or over the smallest market size, by week. */
function shareSeries(
  points: GrowthPoint[],
  fish: FishFact | undefined,
  species: Species,
): { day: Day; above: number }[] {
  if (!fish || !species.marketG) return [];
  const relative = meanRelative(fish.bins);
  return points
    .filter((p) => p.forecastG !== undefined)
    .map((p) => ({ day: p.day, above: shareAbove(fish.bins, p.forecastG! / relative, species.marketG![0]) }));
}
