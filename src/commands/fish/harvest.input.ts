import { word } from '../../core/words/words';
import { IsBoolean, IsOptional } from 'class-validator';
import { RANGES } from '../../core/quantity/ranges';
import { AmountField, CodeField, CountField, MassField, StepInput, TextField } from '../inputs';

export class HarvestInput extends StepInput {
  @CountField(word`Give at least 1`) count!: number;
  @MassField(word`Give the weight as a number`, word`The weight must be more than 0`) massG!: number;
  @CountField(word`Give a whole number of 0 or more`, 0) dead!: number;
  @AmountField(RANGES.massG, {
    words: word`Give the trimmings as a number, 0 for none`,
    low: word`Trimmings cannot be less than 0`,
    zero: true,
  })
  trimG!: number;
  @IsOptional() @IsBoolean({ message: word`Say yes or no` }) confirmed?: boolean;
  @IsOptional() @TextField(500, word`Give a reason of at least 5 characters`, 5) overrideReason?: string;
  @IsOptional() @CodeField(word`Choose what it is packed as`) productCode?: string;
}
