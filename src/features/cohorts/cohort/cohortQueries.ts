import 'server-only';
import { say } from '../../../core/words/words';
import { notFound } from 'next/navigation';
import { COMPANIONS, SMALL_FISH_G } from '../../../core/fish/biosecurity';
import { cohortAccount } from '../../../core/fish/cohortAccount';
import { conditionFactor, lengthFromWeightCm } from '../../../core/fish/lengthWeight';
import { liveGrades, nettingWords, type LiveGrade } from '../../../core/fish/liveSale';
import { sayStepChange } from '../../../core/plan/changes';
import { stepWords } from '../../../core/plan/steps/steps';
import { type FishStay } from '../../../core/facts/forecast';
import { dayAt, type Day } from '../../../core/quantity/days';
import { shortDay } from '../../../core/quantity/sayDay';
import { CAN_BE_TAKEN_BACK, mayTakeBack } from '../../../db/takeBack';
import { dayOnly, farmView, mayBeCode, stillToCome, type FarmView, type Search } from '../../../server/farmView';
import type { Handled } from '../handling/shared';
import { tankChoices } from '../handling/tankChoices';
import { growthPoints, shareSeries } from './growthPoints';
import { marketDay } from '../../../core/plan/marketDay';
import { CohortPage, SHOWN_RECORDS, readCohort, costOf, gradeRows, reasonsOf, Cohort, gradesOf } from './cohortReasons';

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
    !was.takenBack && view.when === 'today' && mayTakeBack(view.asks, was, view.today);
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
            `${shortDay(dayAt(c.at, view.asks.timeZone))}, ${c.by ?? say`an upgrade`}: ${sayStepChange(c.was, c.became)}`,
        ),
    }));
}
