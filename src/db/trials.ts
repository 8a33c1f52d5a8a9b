import { randomUUID } from 'node:crypto';
import type { TrialBegun } from '../core/acts/effects';
import { TRIAL_MEASURES, type TrialMeasure } from '../core/crops/trialVerdict';
import { isMeasuredOn } from '../core/crops/acts/decideTrialMeasure';
import type { Day } from '../core/quantity/days';
import type { TrialToMeasure } from '../core/tasks/source';
import { say } from '../core/words/words';
import type { Tx } from './connection';
import type { Entry } from './ledger';

export interface TrialPlotRow {
  id: string;
  letter: string;
  placeId: string;
  place: string;
  block: number;
  position: number;
  /** Mean of what was measured of it; null: nothing yet. */
  value: number | null;
  measures: number;
}

export interface TrialArmRow {
  id: string;
  letter: string;
  name: string;
  cropCode: string;
  perM2: number | null;
}

export interface TrialRow {
  id: string;
  code: string;
  question: string;
  measure: TrialMeasure;
  startsOn: Day;
  measureFrom: Day;
  everyDays: number;
  endsOn: Day;
  decidedOn: Day | null;
  verdict: string | null;
  keptArmId: string | null;
  arms: TrialArmRow[];
  plots: TrialPlotRow[];
}

/** Trials of the farm with their arms, plots and what was measured, the newest first. */
export async function loadTrials(tx: Tx, only?: { runningOn: Day } | { id: string }): Promise<TrialRow[]> {
  const query = tx('trial').orderBy('starts_on', 'desc').orderBy('code', 'desc');
  if (only && 'id' in only) void query.where({ id: only.id });
  if (only && 'runningOn' in only) void query.where({ decided_on: null }).where('starts_on', '<=', only.runningOn);
  const trials = await query;
  if (trials.length === 0) return [];
  const ids = trials.map((t) => t.id);
  const arms = await tx('trial_arm').whereIn('trial_id', ids).orderBy('letter');
  const plots = await tx('trial_plot as t')
    .join('place as p', 'p.id', 't.place_id')
    .leftJoin('trial_measure as m', (on) => void on.on('m.plot_id', 't.id').andOnVal('m.withdrawn', false))
    .whereIn('t.trial_id', ids)
    .groupBy('t.id', 't.trial_id', 't.arm_id', 't.place_id', 't.block', 't.position', 'p.code')
    .orderBy(['t.block', 't.position'])
    .select('t.id', 't.trial_id', 't.arm_id', 't.place_id', 't.block', 't.position', 'p.code')
    .select(tx.raw('avg(m.value)::float8 as value, count(m.value)::int as measures'));
  return trials.map((t) => {
    const own = arms.filter((a) => a.trial_id === t.id);
    const letters = new Map(own.map((a) => [a.id, a.letter]));
    return {
      ...{ id: t.id, code: t.code, question: t.question, measure: t.measure, startsOn: t.starts_on },
      ...{ measureFrom: t.measure_from, everyDays: t.every_days, endsOn: t.ends_on },
      ...{ decidedOn: t.decided_on, verdict: t.verdict, keptArmId: t.kept_arm_id },
      arms: own.map((a) => ({
        ...{ id: a.id, letter: a.letter, name: a.name, cropCode: a.crop_code },
        perM2: a.per_m2 === null ? null : Number(a.per_m2),
      })),
      plots: plots
        .filter((p) => p.trial_id === t.id)
        .map((p) => ({
          ...{ id: p.id, letter: letters.get(p.arm_id)!, placeId: p.place_id, place: p.code },
          ...{ block: p.block, position: p.position, value: p.value, measures: p.measures },
        })),
    };
  });
}

/** What is known before a trial begins. */
export async function trialGround(tx: Tx) {
  return {
    bedIds: new Set<string>(await tx('place').where({ kind: 'bed', retired_on: null }).pluck('id')),
    cropCodes: new Set<string>(await tx('crop').pluck('code')),
    trials: Number((await tx('trial').count('* as n').first())!.n),
  };
}

/** Writes a trial that begins, with its arms and plots. */
export async function addTrial(
  tx: Tx,
  { farmId: farm_id, personId: person_id }: Entry,
  trial: TrialBegun,
): Promise<void> {
  const id = randomUUID();
  const { arms, plots } = trial;
  await tx('trial').insert({
    ...{ farm_id, id, code: trial.code, question: trial.question, measure: trial.measure, person_id },
    ...{
      starts_on: trial.startsOn,
      measure_from: trial.measureFrom,
      every_days: trial.everyDays,
      ends_on: trial.endsOn,
    },
  });
  const armIds = arms.map(() => randomUUID());
  await tx('trial_arm').insert(
    arms.map((a, i) => ({
      ...{ farm_id, id: armIds[i], trial_id: id, letter: String.fromCharCode(65 + i) },
      ...{ name: a.name, crop_code: a.cropCode, per_m2: a.perM2 },
    })),
  );
  await tx('trial_plot').insert(
    plots.map((p) => ({
      ...{ farm_id, id: randomUUID(), trial_id: id, arm_id: armIds[p.arm] },
      ...{ place_id: p.placeId, block: p.block, position: p.position },
    })),
  );
}

/** Writes how a trial ended. */
export async function endTrial(
  tx: Tx,
  { farmDay }: Entry,
  { trialId, verdict, keptArmId }: { trialId: string; verdict: string; keptArmId: string | null },
): Promise<void> {
  await tx('trial').where({ id: trialId }).update({ decided_on: farmDay, verdict, kept_arm_id: keptArmId });
}

/** What was measured of plots on the day of an entry. */
export async function addTrialMeasures(
  tx: Tx,
  entry: Entry,
  measured: readonly { plotId: string; value: number }[],
): Promise<void> {
  const { farmId: farm_id, entryKey: entry_key, farmDay: farm_day, personId: person_id } = entry;
  const rows = measured.map(({ plotId, value }) => ({
    farm_id,
    entry_key,
    plot_id: plotId,
    farm_day,
    value,
    person_id,
  }));
  await tx('trial_measure').insert(rows).onConflict().ignore();
}

/** Running trials whose plots are to be measured on a day, as the round asks for them. */
export async function trialsToMeasure(tx: Tx, day: Day): Promise<TrialToMeasure[]> {
  const running = await loadTrials(tx, { runningOn: day });
  return running
    .filter((t) => isMeasuredOn(t, day))
    .map((t) => ({
      ...{ id: t.id, code: t.code, question: t.question, measureWords: TRIAL_MEASURES[t.measure].words },
      plots: t.plots.map(({ id, placeId, place, block, position, letter }) => ({
        ...{ id, placeId },
        words: say`${place}, block ${block}, place ${position}: ${letter}`,
      })),
    }));
}
