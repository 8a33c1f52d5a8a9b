import { decideTrialMeasure } from '../../core/crops/acts/decideTrialMeasure';
import { say, word } from '../../core/words/words';
import { loadTrials } from '../../db/trials';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { CREW } from '../shared';
import { MeasureTrialInput } from './measure.input';

export const module = command({
  name: 'trial.measure',
  version: 1,
  title: word`Measure a trial`,
  who: CREW,
  input: MeasureTrialInput,
  run: async (doing, { trialId, values }) => {
    const [trial] = await loadTrials(doing.tx, { id: trialId });
    return settle(doing, decideTrialMeasure({ trial, on: doing.entry.farmDay }, values), true);
  },
  takeBack: { words: () => say`Taken back: those measures.` },
});
