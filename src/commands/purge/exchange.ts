import { RANGES } from '../../core/quantity/ranges';
import { exchangeWater } from '../../db/doing/fish';
import { command } from '../../server/command';
import { AmountField, StepInput } from '../inputs';
import { CREW, tickStep } from '../shared';

class ExchangeInput extends StepInput {
  @AmountField(RANGES.litres, { words: 'Give the litres as a number', low: 'Give the litres exchanged' })
  litres!: number;
  @AmountField(RANGES.saltG, {
    words: 'Give the salt as a number, 0 for none',
    low: 'Salt cannot be less than 0',
    zero: true,
  })
  saltG!: number;
}

export const module = command({
  name: 'purge.exchange',
  version: 1,
  title: 'Exchange purge water',
  who: CREW,
  input: ExchangeInput,
  run: async (doing, v) => {
    await tickStep(doing, v.stepId, 'Exchange purge water');
    await exchangeWater(doing.tx, doing.entry, v);
    return 'Recorded.';
  },
  takeBack: { stays: 'Water that was exchanged stays exchanged: the gate counts it.' },
});
