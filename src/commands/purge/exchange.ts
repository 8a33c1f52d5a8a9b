import { say, word } from '../../core/words/words';
import { decideExchange } from '../../core/purge/decidePurge';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { claimStep, CREW } from '../shared';
import { ExchangeInput } from './exchange.input';

export const module = command({
  name: 'purge.exchange',
  version: 1,
  title: word`Water change`,
  who: CREW,
  input: ExchangeInput,
  run: async (doing, v) => {
    const claimed = await claimStep(doing, v.stepId, 'exchange', say`Water change`);
    return settle(doing, decideExchange(claimed, v), true);
  },
  takeBack: { stays: word`Water that was changed stays changed: the gate counts it.` },
});
