import type { Explanation } from '../../../core/explain';
import { explainGrade, explainConversion, explainCost, explainPace, explainReady } from '../../../core/explainFish';
import type { CohortAccount } from '../../../core/fish/cohortAccount';
import { type LiveGrade, wholeFish, countsByGrade } from '../../../core/fish/liveSale';
import { dailyDeaths } from '../../../core/fish/deaths';
import { marketDay } from '../../../core/plan/marketDay';
import type { LotCost } from '../../../core/fish/lotCost';
import { freshSpread, meanRelative } from '../../../core/fish/sizeSpread';
import type { Species } from '../../../core/library/types';
import type { FishStay } from '../../../core/facts/forecast';
import type { FishFact } from '../../../core/facts/farm';
import { daysBetween, type Day } from '../../../core/quantity/days';
import { shortDay } from '../../../core/quantity/sayDay';
import { expectedWaterC } from '../../../core/water/plannedTemperature';
import { type LotRecord, type SampleRecord, cohortId, lotRecord, sampleRecords, samplesOf } from '../../../db/cohorts';
import type { Tx } from '../../../db/connection';
import { latestPh } from '../../../db/readings';
import {
  type FeedingRow,
  type FishEvent,
  feedingsOf,
  husbandryEvents,
  lotMoney,
  conditionSeries,
} from '../../../db/fishRecords';
import { lotCost } from '../../../db/lotCost';
import { type StoredStep, stepsOfLot, changesOfSteps } from '../../../db/plan';
import type { DayView, FarmView } from '../../../server/farmView';
import type { Handled } from '../handling/shared';
import type { TankChoice } from '../handling/tankChoices';
import type { GrowthPoint } from './growthPoints';

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
export const SHOWN_RECORDS = 30;
/** A cost per kg means something from this much fish on. */
const LEAST_RAISED_G = 1000;
/** Everything recorded about a cohort up to a day. One connection carries one query at a time, so they go in turn. */
export async function readCohort(tx: Tx, { code, day, most }: { code: string; day: Day; most: number }) {
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
export interface Cohort extends NonNullable<Awaited<ReturnType<typeof readCohort>>> {
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
/** All that its cost is for: what is here and what was harvested or sold. What was regrouped took its cost along. */
const raisedG = ({ massG, money }: Cohort) => massG + money.harvestedG;
export function costOf(cohort: Cohort, { asks }: FarmView): CohortPage['cost'] {
  const { spent } = cohort;
  const kg = raisedG(cohort) / 1000;
  return {
    ...spent,
    perKgMinor: raisedG(cohort) > LEAST_RAISED_G ? ((spent.fishMinor ?? 0) + spent.feedMinor) / kg : null,
    currency: asks.currency,
  };
}
export function gradeRows({ at, units }: FarmView, cohort: Cohort, grades: LiveGrade[]): CohortPage['grades'] {
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
/** What the figures of a cohort rest on. */
export function reasonsOf(view: FarmView, cohort: Cohort): CohortPage['because'] {
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
  const waterTempC = loop ? expectedWaterC(loop, view.day) : species.tempOptC;
  const day = shortDay(view.day);
  return {
    pace: explainPace({ lotCode: code, species, pace, paceError, samples: samples.length, weighed }),
    ready: species.marketG
      ? explainReady(
          {
            ...{ lotCode: code, meanG, species, pace, waterTempC, day, lastSample: fish.lastSample },
            lives: livesToSale(view, code, species),
          },
          view.units,
        )
      : null,
  };
}
/** Share of the fish of today that the forecast has alive on the day of market size. */
function livesToSale({ forecast, at, day }: FarmView, lotCode: string, species: Species) {
  const ready = marketDay(forecast, lotCode, species.marketG![0]);
  const until = ready && ready > day ? at + daysBetween(day, ready) : at;
  const own = forecast.fish.filter((s) => s.lotCode === lotCode);
  const rateOn = (d: number) => {
    const stay = own.find((s) => s.from <= d && s.until > d);
    return stay ? dailyDeaths(species, stay.meanG[d - stay.from]!) : 0;
  };
  if (!ready) return null;
  let share = 1;
  for (let d = at; d < until; d++) share *= 1 - rateOn(d);
  return { share, perDay: rateOn(at) };
}

interface GradesOfArgs {
  stay: FishStay;
  fish: FishFact | undefined;
  at: number;
  grades: LiveGrade[];
  species: Species;
}
/** Fish of a stay in each live grade on the day. */
export function gradesOf({ stay, fish, at, grades, species }: GradesOfArgs): number[] {
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
