import { createHash, randomUUID } from 'node:crypto';
import { layOutTrial } from '../core/crops/trialLayout';
import { TRIAL_MEASURES, trialVerdict, type ArmValues, type TrialMeasure } from '../core/crops/trialVerdict';
import { RuleBroken } from '../core/errors';
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

/** What each arm came to, a value a plot. */
export const armValues = (trial: TrialRow): ArmValues[] =>
  trial.arms.map(({ id, letter, name }) => ({
    ...{ id, letter, name },
    values: trial.plots.flatMap((p) => (p.letter === letter && p.value !== null ? [p.value] : [])),
  }));

export interface TrialWish {
  question: string;
  measure: TrialMeasure;
  arms: { name: string; cropCode: string; perM2?: number }[];
  bedIds: string[];
  blocksPerBed: number;
  startsOn: Day;
  measureFrom: Day;
  everyDays: number;
  endsOn: Day;
}

interface Who {
  farmId: string;
  personId: string;
}

/** Begins a trial and draws its plots. @returns its code and how many plots */
export async function beginTrial(tx: Tx, who: Who, wish: TrialWish): Promise<{ code: string; plots: number }> {
  if (wish.measureFrom < wish.startsOn) throw new RuleBroken('measureFrom', say`It is measured after it has begun.`);
  if (wish.endsOn < wish.measureFrom) throw new RuleBroken('endsOn', say`It ends after it was first measured.`);
  const known: { id: string }[] = await tx('place').whereIn('id', wish.bedIds).where({ kind: 'bed', retired_on: null });
  if (known.length < wish.bedIds.length) throw new RuleBroken('bedIds', say`Choose beds of this farm.`);
  const crops: string[] = await tx('crop').pluck('code');
  const strange = wish.arms.findIndex((a) => !crops.includes(a.cropCode));
  if (strange >= 0) throw new RuleBroken(`arms.${strange}.cropCode`, say`Choose a crop of this farm.`);
  const id = randomUUID();
  const seed = createHash('sha256').update(id).digest().readUInt32BE(0);
  const { arms, bedIds, blocksPerBed } = wish;
  const plots = layOutTrial({ arms: arms.length, beds: bedIds.length, blocksPerBed, seed });
  const code = `T-${Number((await tx('trial').count('* as n').first())!.n) + 1}`;
  await tx('trial').insert({
    ...{ farm_id: who.farmId, id, code, question: wish.question.trim(), measure: wish.measure },
    ...{ starts_on: wish.startsOn, measure_from: wish.measureFrom, every_days: wish.everyDays, ends_on: wish.endsOn },
    person_id: who.personId,
  });
  const armIds = arms.map(() => randomUUID());
  await tx('trial_arm').insert(
    arms.map((a, i) => ({
      ...{ farm_id: who.farmId, id: armIds[i], trial_id: id, letter: String.fromCharCode(65 + i) },
      ...{ name: a.name.trim(), crop_code: a.cropCode, per_m2: a.perM2 ?? null },
    })),
  );
  await tx('trial_plot').insert(
    plots.map((p) => ({
      ...{ farm_id: who.farmId, id: randomUUID(), trial_id: id, arm_id: armIds[p.arm] },
      ...{ place_id: bedIds[p.bed], block: p.block, position: p.position },
    })),
  );
  return { code, plots: plots.length };
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

/** Ends a trial with its verdict. @returns the verdict, and the arm that is kept */
export async function decideTrial(tx: Tx, trial: TrialRow, decision: { day: Day; armId: string | null }) {
  const kept = trial.arms.find((a) => a.id === decision.armId) ?? null;
  if (decision.armId && !kept) throw new RuleBroken('armId', say`Choose an arm of this trial.`);
  const values = armValues(trial);
  const verdict = trialVerdict(trial.measure, values);
  await tx('trial')
    .where({ id: trial.id })
    .update({ decided_on: decision.day, verdict: verdict.words, kept_arm_id: decision.armId });
  const mean = verdict.arms.find((a) => a.id === decision.armId)?.mean ?? null;
  return { words: verdict.words, kept, mean };
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
