import { word } from '../../core/words/words';
import { IsBoolean, IsOptional } from 'class-validator';
import { RANGES } from '../../core/quantity/ranges';
import { AmountField, CountField, NumberField, StepInput, TextField } from '../inputs';

export class ReceiveInput extends StepInput {
  @IsOptional() @IsBoolean({ message: word`Say yes or no` }) confirmed?: boolean;
  @CountField(word`Give at least 1`) count!: number;
  @AmountField(RANGES.stockedG, {
    words: word`Give the mean weight as a number`,
    low: word`The mean weight must be more than 0`,
  })
  meanG!: number;
  @CountField(word`Give a whole number of 0 or more`, 0) dead!: number;
  @IsOptional() @TextField(120) supplier?: string;
  @IsOptional() @TextField(200) permit?: string;
  @IsOptional()
  @NumberField({
    low: 0,
    high: 10000000,
    words: word`Give the price as a number`,
    outside: word`A price is 0 or more, and at most ten million`,
  })
  price?: number;
}
