import { word } from '../../core/words/words';
import { RANGES } from '../../core/quantity/ranges';
import { AmountField, StepInput } from '../inputs';

export class ExchangeInput extends StepInput {
  @AmountField(RANGES.litres, { words: word`Give the litres as a number`, low: word`Give the litres changed` })
  litres!: number;
  @AmountField(RANGES.saltG, {
    words: word`Give the salt as a number, 0 for none`,
    low: word`Salt cannot be less than 0`,
    zero: true,
  })
  saltG!: number;
}
