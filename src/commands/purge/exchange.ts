import { say, word } from '../../core/words/words';
import { exchangeWater } from '../../db/doing/purgeFish';
import { command } from '../../server/command';
import { CREW, tickStep } from '../shared';
import { ExchangeInput } from './exchange.input';

export const module = command({
  name: 'purge.exchange',
  version: 1,
  title: word`Exchange purge water`,
  who: CREW,
  input: ExchangeInput,
  run: async (doing, v) => {
    await tickStep(doing, v.stepId, say`Exchange purge water`);
    await exchangeWater(doing.tx, doing.entry, v);
    return say`Recorded.`;
  },
  takeBack: { stays: word`Water that was exchanged stays exchanged: the gate counts it.` },
});
