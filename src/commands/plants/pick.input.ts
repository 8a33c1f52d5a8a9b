import { word } from '../../core/words/words';
import { RANGES } from '../../core/quantity/ranges';
import { AmountField, StepInput } from '../inputs';

export class PickInput extends StepInput {
  @AmountField(RANGES.units, { words: word`Give what was picked as a number`, low: word`Give what was picked` })
  quantity!: number;
}
