import { say, word } from '../../core/words/words';
import { stopFeed } from '../../db/doing/purgeFish';
import { command } from '../../server/command';
import { StepInput } from '../inputs';
import { CREW, tickStep } from '../shared';

export const module = command({
  name: 'purge.stopFeed',
  version: 1,
  title: word`Stop feed`,
  who: CREW,
  input: StepInput,
  run: async (doing, v) => {
    await tickStep(doing, v.stepId, say`Stop feed`);
    await stopFeed({ tx: doing.tx, entry: doing.entry, facts: await doing.facts(), stepId: v.stepId });
    return say`Recorded.`;
  },
  takeBack: {
    stays: word`Feed has stopped, and what the batch must meet is fixed. A manager changes it on Purge & pick, with a reason.`,
  },
});
