import { createHash } from 'node:crypto';
import { decideTrialBegin } from '../../core/crops/acts/decideTrial';
import { say, word } from '../../core/words/words';
import { trialGround } from '../../db/trials';
import { settle } from '../../server/settle';
import { command } from '../../server/command';
import { BOSS } from '../shared';
import { BeginTrialInput } from './begin.input';

/** Drawn anew for each trial, and the same again for the same entry. */
const seedFrom = (key: string) => createHash('sha256').update(key).digest().readUInt32BE(0);

export const module = command({
  name: 'trial.begin',
  version: 1,
  title: (v) => say`Begin a trial: ${v.question}`,
  who: BOSS,
  input: BeginTrialInput,
  run: async (doing, v) => {
    const known = { ...(await trialGround(doing.tx)), seed: seedFrom(doing.entry.entryKey) };
    return settle(doing, decideTrialBegin(known, v), true);
  },
  takeBack: { stays: word`A trial is ended by deciding it.` },
});
