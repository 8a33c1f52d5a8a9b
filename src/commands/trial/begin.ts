import { plural, say, word } from '../../core/words/words';
import { beginTrial } from '../../db/trials';
import { command } from '../../server/command';
import { BOSS, said } from '../shared';
import { BeginTrialInput } from './begin.input';

export const module = command({
  name: 'trial.begin',
  version: 1,
  title: (v) => say`Begin a trial: ${v.question}`,
  who: BOSS,
  input: BeginTrialInput,
  run: async ({ tx, person }, { arms, ...v }) => {
    const wish = arms.map(({ name, cropCode, perM2 }) => ({
      name,
      cropCode,
      ...(perM2 === undefined ? {} : { perM2 }),
    }));
    const { code, plots } = await beginTrial(tx, person, { ...v, arms: wish });
    return said(say`${code} is begun with ${plural(plots, '# plot', '# plots')}; its measuring comes up on the round.`);
  },
  takeBack: { stays: word`A trial is ended by deciding it.` },
});
