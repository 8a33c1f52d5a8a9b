import 'server-only';
import { say } from '../../core/words/words';
import { explainFeed, type Explanation } from '../../core/explain';
import { tankFeed } from '../../core/plan/tankFeed';
import { shortReserves } from '../../core/setup/spares';
import { equipmentSetUp } from '../../db/farmSetup';
import { findTroubles, type Trouble } from '../../core/plan/troubles';
import { aJob, type Job } from '../../core/tasks/jobs';
import { feedingsByTank, isOneByOne } from '../../core/tasks/feedings';
import { buildRound } from '../../core/tasks/round';
import { addDays } from '../../core/quantity/days';
import {
  lastHandover,
  loadChores,
  purgeChecks,
  saltByPlace,
  jobsDoneOn,
  tasksDoneOn,
  type DoneRow,
  type PurgeCheck,
} from '../../db/events';
import { latestPh } from '../../db/readings';
import { lastCare } from '../../db/care';
import { scoutingOn } from '../../db/scouting';
import { trialsToMeasure } from '../../db/trials';
import { waterOfLoops } from '../../server/judgeLoops';
import { doneWords } from './doneWords';
import type { UnitChoice } from '../../core/quantity/units';
import { farmView, promisesOf, type DayView, type FarmView, type Search } from '../../server/farmView';
import type { VesselView } from '../../ui/draw/Vessel';
import { vesselView } from '../../ui/draw/vesselView';

export type RoundJob = Job & { because: Explanation | null };

export interface RoundPage extends DayView {
  jobs: RoundJob[];
  /** On a past day: what was done, as recorded. */
  record: DoneRow[];
  troubles: Trouble[];
  handover: Awaited<ReturnType<typeof lastHandover>>;
  vessels: { loop: string; tanks: VesselView[] }[];
}

/** A batch is tasted so many days before its harvest at most. */
const TASTED_AHEAD_DAYS = 7;

/** Batches still to be harvested whose last taste was not clean. */
function notCleanOf({ steps, facts }: FarmView, checks: readonly PurgeCheck[]) {
  const last = new Map(checks.filter((c) => c.kind === 'taste').map((c) => [c.groupId, c]));
  return steps.flatMap((s) => {
    const check = s.kind === 'harvest' ? last.get(s.groupId) : undefined;
    if (!check || check.passed !== false) return [];
    const place = facts.places.find((p) => p.id === s.fromPlaceId)?.code ?? '';
    return [{ lotCode: s.lotCode, place, on: check.day, harvestOn: s.day }];
  });
}

/** One transaction, one forecast: everything the round of a day shows. */
export async function roundPage(search: Search): Promise<RoundPage> {
  const view = await farmView(search, async (tx, { facts, steps, day, when, asks, units }) => ({
    chores: await loadChores(tx),
    trials: await trialsToMeasure(tx, day),
    cared: await lastCare(tx, day),
    scouting: await scoutingOn(tx, day),
    done: await (when === 'today' ? jobsDoneOn : tasksDoneOn)(tx, day, asks.timeZone),
    salt: await saltByPlace(tx),
    pH: await latestPh(tx, day),
    judged: (await waterOfLoops(tx, facts, { day, units })).judged,
    tastes: await purgeChecks(
      tx,
      steps.filter((s) => s.kind === 'harvest' && s.day <= addDays(day, TASTED_AHEAD_DAYS)).map((s) => s.groupId),
    ),
    machines: (await equipmentSetUp(tx)).filter((e) => e.retiredOn === null),
    handover: await lastHandover(tx, day, asks.timeZone),
  }));
  const { facts, forecast, steps, units, day, at, when, more } = view;
  const done = new Map(more.done.map((d) => [d.key, d]));
  const jobs =
    when === 'past'
      ? []
      : buildRound({
          day,
          at,
          facts,
          forecast,
          steps,
          chores: more.chores,
          trials: more.trials,
          cared: more.cared,
          feedings: feedingsByTank(more.done),
          scouting: more.scouting,
          done,
          saltGL: more.salt,
          judged: more.judged,
          units,
        });
  const finished = when === 'today' ? finishedJobs(more.done, jobs, units) : [];
  return {
    person: view.person,
    units,
    today: view.today,
    day,
    when,
    at,
    jobs: [...jobs.map((job) => asDone(job, rowsOf(job, more.done), units)), ...finished].map((job) => ({
      ...job,
      because: whyFeed(view, job),
    })),
    record: more.done,
    troubles:
      when === 'past'
        ? []
        : findTroubles({
            facts,
            forecast,
            promise: promisesOf(view),
            pH: more.pH,
            judged: more.judged,
            notClean: notCleanOf(view, more.tastes),
            reserves: shortReserves(more.machines),
            units,
          }),
    handover: more.handover,
    vessels: vesselsByLoop(view),
  };
}

/** A job that is done says what was given, of which fish or crop and where, in place of what was to be done. */
function asDone(job: Job, rows: readonly DoneRow[], units: UnitChoice): Job {
  if (!job.done || rows.length === 0) return job;
  const words = doneWords(together(rows), units);
  return words ? { ...job, detail: words, amount: '' } : job;
}

/** What was recorded for a job: once, or a feeding at a time. */
const rowsOf = (job: Job, done: readonly DoneRow[]) => done.filter((d) => d.key === job.key || isFeedingOf(job, d));

const isFeedingOf = ({ id }: Job, d: DoneRow) =>
  id.kind === 'feed' && d.id.kind === 'feed' && d.id.subject === id.subject && isOneByOne(d.id.slot);

function together(rows: readonly DoneRow[]): Pick<DoneRow, 'what' | 'note'> {
  const [first] = rows;
  const massG = rows.reduce((sum, r) => sum + (r.what?.massG ?? 0), 0);
  return { note: first!.note, what: first!.what && { ...first!.what, massG } };
}

/** What was done today and is no job of the round any more (a step is no longer open, a sample no longer due) stays on it, ticked. */
function finishedJobs(done: DoneRow[], jobs: Job[], units: UnitChoice): Job[] {
  const known = new Set(jobs.map((j) => j.key));
  return done
    .filter((d) => !known.has(d.key) && d.id.kind !== 'act' && !jobs.some((job) => isFeedingOf(job, d)))
    .map((d) => {
      const words = { kind: d.id.kind, title: d.title, detail: doneWords(d, units) };
      const job = aJob(d.id, undefined, { ...words, place: '✓', walk: say`Done today`, walkOrder: 999, minutes: 0 });
      return { ...job, done: { by: d.by, at: d.at } };
    });
}

function whyFeed({ facts, forecast, at, units }: FarmView, job: Job): Explanation | null {
  const place = job.kind === 'feed' ? facts.places.find((p) => p.id === job.placeId) : undefined;
  const fed = place && tankFeed({ facts, forecast, place, at });
  return fed ? explainFeed(fed, units) : null;
}

function vesselsByLoop({ facts, forecast, at, units }: FarmView) {
  return facts.loops.map((loop) => ({
    loop: loop.name,
    tanks: facts.places
      .filter((p) => p.kind === 'tank' && p.loopId === loop.id)
      .map((p) => vesselView({ place: p, forecast, at, units, href: null })),
  }));
}
