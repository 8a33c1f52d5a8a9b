import { decideTrialEnd } from '../../core/crops/acts/decideTrial';
import { word } from '../../core/words/words';
import { recipeKnown } from '../../db/kinds';
import { loadTrials } from '../../db/trials';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { BOSS } from '../shared';
import { DecideTrialInput } from './decide.input';

export const module = command({
  name: 'trial.decide',
  version: 1,
  title: word`Decide a trial`,
  who: BOSS,
  input: DecideTrialInput,
  run: async (doing, { trialId, armId = null, keep = false }) => {
    const [trial] = await loadTrials(doing.tx, { id: trialId });
    const arm = trial?.arms.find((a) => a.id === armId);
    const recipe = arm ? await recipeKnown(doing.tx, arm.cropCode) : null;
    return settle(doing, decideTrialEnd({ trial, recipe }, { armId, keep }), true);
  },
  takeBack: { stays: word`A decided trial stays as it was decided. Begin another to ask again.` },
});
