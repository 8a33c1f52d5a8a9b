import { say, word } from '../../core/words/words';
import { decideExchange } from '../../core/purge/decidePurge';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { claimStep, CREW } from '../shared';
import { ExchangeInput } from './exchange.input';

export const module = command({
  name: 'purge.exchange',
  version: 1,
  title: word`Exchange purge water`,
  who: CREW,
  input: ExchangeInput,
  run: async (doing, v) => {
    const claimed = await claimStep(doing, v.stepId, 'exchange', say`Exchange purge water`);
    return settle(doing, decideExchange(claimed, v), true);
  },
  takeBack: { stays: word`Water that was exchanged stays exchanged: the gate counts it.` },
});
