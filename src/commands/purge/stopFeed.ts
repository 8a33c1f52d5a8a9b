import { say, word } from '../../core/words/words';
import { decideStopFeed } from '../../core/purge/decidePurge';
import { saltByPlace } from '../../db/events';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { StepInput } from '../inputs';
import { claimStep, CREW } from '../shared';

export const module = command({
  name: 'purge.stopFeed',
  version: 1,
  title: word`Stop feed`,
  who: CREW,
  input: StepInput,
  run: async (doing, v) => {
    const claimed = await claimStep(doing, v.stepId, 'feed_stop', say`Stop feed`);
    const known = { ...claimed, facts: await doing.facts(), salted: await saltByPlace(doing.tx) };
    return settle(doing, decideStopFeed(known), true);
  },
  takeBack: {
    stays: word`Feed has stopped, and what the batch must meet is fixed. A manager changes it on Purge & pick, with a reason.`,
  },
});
