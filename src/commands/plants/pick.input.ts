import { IsOptional } from 'class-validator';
import { word } from '../../core/words/words';
import { RANGES } from '../../core/quantity/ranges';
import { AmountField, CodeField, StepInput } from '../inputs';

export class PickInput extends StepInput {
  @AmountField(RANGES.units, { words: word`Give what was picked as a number`, low: word`Give what was picked` })
  quantity!: number;
  @IsOptional() @CodeField(word`Choose what it is packed as`) productCode?: string;
}
