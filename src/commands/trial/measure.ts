import { plural, say, word } from '../../core/words/words';
import { trialJob } from '../../core/tasks/sources/trial';
import { finishTask } from '../../db/events';
import { isMeasuredOn, measureTrial, runningTrial } from '../../db/trials';
import { command } from '../../server/command';
import { CREW, said } from '../shared';
import { MeasureTrialInput } from './measure.input';

export const module = command({
  name: 'trial.measure',
  version: 1,
  title: word`Measure a trial`,
  who: CREW,
  input: MeasureTrialInput,
  run: async ({ tx, entry, person }, v) => {
    const trial = await runningTrial(tx, v.trialId);
    const { farmId, personId } = person;
    const n = await measureTrial(tx, {
      farmId,
      personId,
      entryKey: entry.entryKey,
      day: entry.farmDay,
      trial,
      values: v.values,
    });
    if (isMeasuredOn(trial, entry.farmDay))
      await finishTask(tx, entry, { job: trialJob(trial.id, entry.farmDay), title: say`Measure ${trial.code}` });
    return said(say`${trial.code}: ${plural(n, '# plot', '# plots')} measured.`);
  },
  takeBack: { words: () => say`Taken back: those measures.` },
});
