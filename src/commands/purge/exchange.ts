import { say, word } from '../../core/words/words';
import { RANGES } from '../../core/quantity/ranges';
import { exchangeWater } from '../../db/doing/fish';
import { command } from '../../server/command';
import { AmountField, StepInput } from '../inputs';
import { CREW, tickStep } from '../shared';

class ExchangeInput extends StepInput {
  @AmountField(RANGES.litres, { words: word`Give the litres as a number`, low: word`Give the litres exchanged` })
  litres!: number;
  @AmountField(RANGES.saltG, {
    words: word`Give the salt as a number, 0 for none`,
    low: word`Salt cannot be less than 0`,
    zero: true,
  })
  saltG!: number;
}

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
