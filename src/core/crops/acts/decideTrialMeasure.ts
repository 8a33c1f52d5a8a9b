import { decide, refuse, type Decision } from '../../acts/decision';
import { said, type Effect, type Said, type Taken } from '../../acts/effects';
import { daysBetween, type Day } from '../../quantity/days';
import { trialJob } from '../../tasks/sources/trial';
import { plural, say } from '../../words/words';
import type { TrialMeasure } from '../trialVerdict';

interface TrialDays {
  measureFrom: Day;
  endsOn: Day;
  everyDays: number;
}

/** Whether a trial is to be measured on a day. */
export const isMeasuredOn = ({ measureFrom, endsOn, everyDays }: TrialDays, day: Day): boolean =>
  day >= measureFrom && day <= endsOn && daysBetween(measureFrom, day) % everyDays === 0;

interface RunningTrial extends TrialDays {
  id: string;
  code: string;
  measure: TrialMeasure;
  decidedOn: Day | null;
  plots: readonly { id: string }[];
}

/** @throws {RuleBroken} when it is decided or not there */
export function runningTrial<T extends Pick<RunningTrial, 'code' | 'decidedOn'>>(trial: T | undefined): T {
  if (!trial) return refuse('form', say`That trial is not on this farm.`);
  if (trial.decidedOn) refuse('form', say`${trial.code} is decided: nothing more is measured of it.`);
  return trial;
}

const MOST = 1_000_000;
const POINTS = [1, 9] as const;

/** What was measured of some plots on a day. @param values by plot */
export function decideTrialMeasure(
  { trial: known, on }: { trial: RunningTrial | undefined; on: Day },
  values: Readonly<Record<string, number>>,
): Decision<Taken<Said>> {
  return decide(() => {
    const trial = runningTrial(known);
    const plots = new Set(trial.plots.map((p) => p.id));
    const rows = Object.entries(values);
    if (rows.length === 0) refuse('form', say`Give at least one plot’s value.`);
    for (const [plotId, value] of rows) {
      if (!plots.has(plotId)) refuse('form', say`That plot is not of this trial. Reload.`);
      if (!(value >= 0 && value <= MOST)) refuse(plotId, say`0 or more.`);
      if (trial.measure === 'score' && (value < POINTS[0] || value > POINTS[1]))
        refuse(plotId, say`Points go from 1 to 9.`);
    }
    const done: Effect[] = isMeasuredOn(trial, on)
      ? [{ does: 'job', job: trialJob(trial.id, on), title: say`Measure ${trial.code}` }]
      : [];
    const measured = rows.map(([plotId, value]) => ({ plotId, value }));
    return {
      effects: [{ does: 'trialMeasured', measured }, ...done],
      said: () => said(say`${trial.code}: ${plural(rows.length, '# plot', '# plots')} measured.`),
    };
  });
}
