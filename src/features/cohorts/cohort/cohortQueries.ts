import 'server-only';
import { say } from '../../../core/words/words';
import { notFound } from 'next/navigation';
import type { Explanation } from '../../../core/explain';
import { explainConversion, explainCost, explainGrade, explainPace, explainReady } from '../../../core/explainFish';
import { COMPANIONS, SMALL_FISH_G } from '../../../core/fish/biosecurity';
import { cohortAccount, type CohortAccount } from '../../../core/fish/cohortAccount';
import type { LotCost } from '../../../core/fish/lotCost';
import { conditionFactor, lengthFromWeightCm } from '../../../core/fish/lengthWeight';
import { countsByGrade, liveGrades, nettingWords, wholeFish, type LiveGrade } from '../../../core/fish/liveSale';
import { freshSpread, meanRelative } from '../../../core/fish/sizeSpread';
import type { Species } from '../../../core/library/types';
import { sayStepChange } from '../../../core/plan/changes';
import { stepWords } from '../../../core/plan/steps/steps';
import { type FishFact, type FishStay } from '../../../core/plan/types';
import { dayAt, type Day } from '../../../core/quantity/days';
import { shortDay } from '../../../core/quantity/sayDay';
import { plannedWaterC } from '../../../core/water/plannedTemperature';
import { cohortId, lotRecord, sampleRecords, samplesOf, type LotRecord, type SampleRecord } from '../../../db/cohorts';
import type { Tx } from '../../../db/connection';
import { CAN_BE_TAKEN_BACK, mayTakeBack } from '../../../db/doing/takeBack';
import { latestPh } from '../../../db/facts';
import { lotCost } from '../../../db/lotCost';
import {
  conditionSeries,
  feedingsOf,
  husbandryEvents,
  lotMoney,
  type FeedingRow,
  type FishEvent,
} from '../../../db/fishRecords';
import { changesOfSteps, stepsOfLot, type StoredStep } from '../../../db/plan';
import {
  dayOnly,
  farmView,
  mayBeCode,
  stillToCome,
  type DayView,
  type FarmView,
  type Search,
} from '../../../server/farmView';
import type { Handled } from '../handling/shared';
import { tankChoices, type TankChoice } from '../handling/tankChoices';
import { growthPoints, shareSeries, type GrowthPoint } from './growthPoints';
import { marketDay } from '../../../core/plan/marketDay';

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
  steps: (StoredStep & { words: string; from: string; to: string; changed: string[] })[];
  record: (LotRecord['movements'][number] & MayTakeBack)[];
  feedings: (FeedingRow & MayTakeBack)[];
  /** Every weighing, those taken back too. */
  weighings: (SampleRecord & MayTakeBack)[];
  /** Records that are not shown yet. */
  more: { feedings: number; movements: number };
  events: (FishEvent & MayTakeBack)[];
  handled: Handled[];
  /** Size grades it is sold alive in, with how many fish are of each on the day; null for food fish. */
  grades: {
    rows: { name: string; fromCm: number; toCm: number; count: number; priceMinor: number; because: Explanation }[];
    /** Fish too small or too large for every grade. */
    outside: number;
    /** All of them, whole fish: the rows and those outside add up to it. */
    count: number;
  } | null;
  tanks: TankChoice[];
  account: CohortAccount;
  /** Last sample against the forecast made before it. */
  lastForecastError: number | null;
  /** Fulton's K of the last sample with lengths, and the usual K of the species at that size. */
  condition: { k: number; usual: number; day: Day; n: number } | null;
  cost: LotCost & { perKgMinor: number | null; currency: string };
  permit: string | null;
  note: string | null;
  origins: string[];
  offspring: string[];
  share: { day: Day; above: number }[];
  withdrawalUntil: Day | null;
  feedG: number;
  pace: number | null;
  paceError: number | null;
  readyOn: Day | null;
  because: { pace: Explanation | null; ready: Explanation | null; conversion: Explanation; cost: Explanation };
}

/** Feedings and movements shown at first; the rest on asking. */
const SHOWN_RECORDS = 30;
/** A cost per kg means something from this much fish on. */
const LEAST_RAISED_G = 1000;

/** Everything recorded about a cohort up to a day. One connection carries one query at a time, so they go in turn. */
async function readCohort(tx: Tx, { code, day, most }: { code: string; day: Day; most: number }) {
  const lotId = await cohortId(tx, code);
  if (!lotId) return null;
  return {
    lot: await lotRecord(tx, lotId, day),
    weighings: await sampleRecords(tx, lotId, day),
    samples: await samplesOf(tx, lotId, day),
    ...(await plannedFor(tx, code)),
    feedings: await feedingsOf({ tx, lotId, day, most }),
    events: await husbandryEvents({ tx, about: { lotId }, day }),
    money: await lotMoney(tx, lotId, day),
    spent: await lotCost(tx, lotId, day),
    condition: await conditionSeries(tx, lotId, day),
    pH: await latestPh(tx, day),
  };
}

async function plannedFor(tx: Tx, code: string) {
  const steps = await stepsOfLot(tx, code);
  const open = steps.filter((s) => s.state === 'planned').map((s) => s.id);
  return { steps, changes: await changesOfSteps(tx, open) };
}

/** A cohort on the day shown: its records, and what is worked out from them. */
interface Cohort extends NonNullable<Awaited<ReturnType<typeof readCohort>>> {
  code: string;
  species: Species;
  /** Where it stands, by the forecast, and its facts in the first of its tanks. */
  present: FishStay[];
  fish: FishFact | undefined;
  count: number;
  massG: number;
  meanG: number;
  points: GrowthPoint[];
  account: CohortAccount;
}

export async function cohortPage(code: string, search: Search): Promise<CohortPage> {
  if (!mayBeCode(code)) notFound();
  const most = (await search).story === 'all' ? Infinity : SHOWN_RECORDS;
  const view = await farmView(search, (tx, { day }) => readCohort(tx, { code, day, most }));
  if (!view.more) notFound();
  const { facts } = view;
  const cohort = cohortOn(view, code, view.more);
  const { lot, money, feedings, species, fish, points, present } = cohort;
  const grades = liveGrades(facts.products, lot.speciesCode);
  return {
    ...dayOnly(view),
    lotCode: code,
    species: species.name,
    supplier: lot.supplier,
    stockedOn: lot.beganOn,
    startMeanG: lot.startMeanG,
    places: present.map((s) => ({ place: placeCode(view, s.placeId), ...sizeOn(view, s) })),
    points,
    ...story(view, cohort, most),
    account: cohort.account,
    lastForecastError: fish?.lastForecastError ?? null,
    condition: lastCondition(cohort),
    cost: costOf(cohort, view),
    permit: money.permit,
    note: money.note,
    origins: money.origins,
    offspring: money.offspring,
    share: shareSeries(points, fish, species),
    withdrawalUntil: facts.treatments.find((t) => t.lotCode === code)?.until ?? null,
    handled: view.when === 'today' ? present.map((s) => handledOf({ view, cohort, grades, stay: s })) : [],
    grades: gradeRows(view, cohort, grades),
    tanks: tankChoices(view, cohort.pH, COMPANIONS.has(species.code) || cohort.meanG <= SMALL_FISH_G),
    marketG: species.marketG,
    steps: openStepsOf(view, cohort),
    feedG: feedings.totalG,
    pace: fish?.pace ?? null,
    paceError: fish?.paceError ?? null,
    readyOn: species.marketG ? marketDay(view.forecast, code, species.marketG[0]) : null,
    because: reasonsOf(view, cohort),
  };
}

function cohortOn(view: FarmView, code: string, records: NonNullable<Awaited<ReturnType<typeof readCohort>>>): Cohort {
  const { facts, forecast, at } = view;
  const species = facts.species.find((s) => s.code === records.lot.speciesCode)!;
  const present = forecast.fish.filter((s) => s.lotCode === code && s.from <= at && s.until > at);
  const fish = facts.fish.find((f) => f.lotCode === code);
  const count = present.reduce((sum, s) => sum + s.count[at - s.from]!, 0);
  const massG = present.reduce((sum, s) => sum + s.biomassG[at - s.from]!, 0);
  const meanG = count > 0 ? massG / count : 0;
  const points = growthPoints({ view, lot: records.lot, samples: records.samples, fish });
  const { money, feedings, lot } = records;
  const knownSizeG = (day: Day) =>
    points.filter((p) => p.sampleG !== undefined && p.day <= day).at(-1)?.sampleG ?? money.startMeanG;
  const account = cohortAccount({
    feedG: feedings.totalG,
    startCount: money.startCount,
    startMeanG: money.startMeanG,
    presentCount: count,
    presentMeanG: meanG,
    takenG: money.takenG,
    dead: lot.dead,
    deadG: money.deaths.reduce((sum, d) => sum + d.count * knownSizeG(d.day), 0),
  });
  return { ...records, code, species, present, fish, count, massG, meanG, points, account };
}

const placeCode = ({ facts }: FarmView, id: string | null) => facts.places.find((p) => p.id === id)?.code ?? '';

function sizeOn({ at }: FarmView, stay: FishStay) {
  return { count: stay.count[at - stay.from]!, meanG: stay.meanG[at - stay.from]! };
}

/** What happened, newest first, each with whether this person may take it back. */
function story(view: FarmView, { lot, feedings, events, weighings }: Cohort, most: number) {
  const mine = (was: { personId: string | null; day: Day; takenBack: boolean }) =>
    !was.takenBack && view.when === 'today' && mayTakeBack(view.person, was, view.today);
  return {
    feedings: feedings.rows.map((f) => ({ ...f, mayTakeBack: mine(f) })),
    events: events.map((e) => ({ ...e, mayTakeBack: mine(e) })),
    weighings: weighings.slice(0, most).map((s) => ({ ...s, mayTakeBack: mine(s) })),
    record: lot.movements
      .slice(0, most)
      .map((m) => ({ ...m, mayTakeBack: CAN_BE_TAKEN_BACK.has(m.reason) && mine(m) })),
    more: {
      feedings: feedings.count - feedings.rows.length,
      movements: Math.max(0, lot.movements.length - most),
    },
  };
}

/** Condition of the last fish measured, beside what the species' own length–weight relation gives at that size. */
function lastCondition({ condition, samples, species }: Cohort) {
  const last = condition.at(-1);
  if (!last) return null;
  const weightG = samples.find((s) => s.day === last.day)?.meanG ?? 100;
  return { ...last, usual: conditionFactor(weightG, lengthFromWeightCm(weightG, species)) };
}

/** All that its cost is for: what is here and what was harvested or sold. What was regrouped took its cost along. */
const raisedG = ({ massG, money }: Cohort) => massG + money.harvestedG;

function costOf(cohort: Cohort, { person }: FarmView): CohortPage['cost'] {
  const { spent } = cohort;
  const kg = raisedG(cohort) / 1000;
  return {
    ...spent,
    perKgMinor: raisedG(cohort) > LEAST_RAISED_G ? ((spent.fishMinor ?? 0) + spent.feedMinor) / kg : null,
    currency: person.currency,
  };
}

interface HandledOfArgs {
  view: FarmView;
  cohort: Cohort;
  grades: LiveGrade[];
  stay: FishStay;
}

function handledOf({ view, cohort, grades, stay }: HandledOfArgs): Handled {
  const counts = gradesOf({ stay, fish: cohort.fish, at: view.at, grades, species: cohort.species });
  return {
    lotCode: cohort.code,
    placeId: stay.placeId,
    place: placeCode(view, stay.placeId),
    ...sizeOn(view, stay),
    quarantined: view.facts.quarantine.some(
      (q) => q.lotCode === cohort.code && q.placeId === stay.placeId && !q.clearedOn,
    ),
    grades: grades.map((g, i) => ({ code: g.product.code, name: g.product.name, count: counts[i]! })),
  };
}

function gradeRows({ at, units }: FarmView, cohort: Cohort, grades: LiveGrade[]): CohortPage['grades'] {
  const { code, species, count: present, meanG } = cohort;
  const inGrades = cohort.present.map((s) => gradesOf({ stay: s, fish: cohort.fish, at, grades, species }));
  if (grades.length === 0) return null;
  const exact = grades.map((_, i) => inGrades.reduce((sum, counts) => sum + counts[i]!, 0));
  const outside = Math.max(0, present - exact.reduce((a, b) => a + b, 0));
  const whole = wholeFish([...exact, outside]);
  const rows = grades.map((g, i) => {
    const grade = { name: g.product.name, fromCm: g.fromCm, toCm: g.toCm, count: whole[i]! };
    const because = explainGrade({ ...grade, lotCode: code, present, meanG, species }, units);
    return { ...grade, priceMinor: g.product.priceMinor, because };
  });
  return { rows, outside: whole.at(-1)!, count: whole.reduce((a, b) => a + b, 0) };
}

function openStepsOf(view: FarmView, { steps, changes }: Cohort): CohortPage['steps'] {
  return stillToCome(view, steps)
    .filter((s) => s.state === 'planned')
    .map((s) => ({
      ...s,
      words: nettingWords(s, view.facts.products) ?? stepWords(s.kind),
      from: placeCode(view, s.fromPlaceId),
      to: placeCode(view, s.toPlaceId),
      changed: changes
        .filter((c) => c.stepId === s.id)
        .map(
          (c) =>
            `${shortDay(dayAt(c.at, view.person.timeZone))}, ${c.by ?? say`an upgrade`}: ${sayStepChange(c.was, c.became)}`,
        ),
    }));
}

/** What the figures of a cohort rest on. */
function reasonsOf(view: FarmView, cohort: Cohort): CohortPage['because'] {
  const { code, account, feedings } = cohort;
  return {
    ...growthReasons(view, cohort),
    conversion: explainConversion({ lotCode: code, feedG: feedings.totalG, account, units: view.units }),
    cost: explainCost({
      lotCode: code,
      cost: { ...costOf(cohort, view), ...cohort.money },
      producedG: raisedG(cohort),
      units: view.units,
    }),
  };
}

function growthReasons(view: FarmView, { code, species, fish, samples, meanG }: Cohort) {
  if (!fish) return { pace: null, ready: null };
  const { pace, paceError } = fish;
  const place = view.facts.places.find((p) => p.id === fish.placeId);
  const loop = view.facts.loops.find((l) => l.id === place?.loopId);
  const weighed = samples.reduce((sum, s) => sum + s.count, 0);
  const waterTempC = loop ? plannedWaterC(loop, view.day) : species.tempOptC;
  const day = shortDay(view.day);
  return {
    pace: explainPace({ lotCode: code, species, pace, paceError, samples: samples.length, weighed }),
    ready: species.marketG
      ? explainReady({ lotCode: code, meanG, species, pace, waterTempC, day, lastSample: fish.lastSample }, view.units)
      : null,
  };
}

interface GradesOfArgs {
  stay: FishStay;
  fish: FishFact | undefined;
  at: number;
  grades: LiveGrade[];
  species: Species;
}

/** Fish of a stay in each live grade on the day. */
function gradesOf({ stay, fish, at, grades, species }: GradesOfArgs): number[] {
  const bins = fish?.bins ?? freshSpread(species.sizeCv);
  const i = at - stay.from;
  return countsByGrade({
    bins,
    referenceG: stay.meanG[i]! / meanRelative(bins),
    count: stay.count[i]!,
    grades,
    species,
  });
}
