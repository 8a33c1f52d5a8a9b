import { Type } from '../../core/inputType';
import { IsOptional, ValidateNested } from 'class-validator';
import { RANGES } from '../../core/quantity/ranges';
import { word } from '../../core/words/words';
import { AmountField, CodeField, CountField, DayField } from '../inputs';
import { RowsField } from '../tableRows';

class SampleRow {
  @CodeField(word`Choose a cohort`) cohort!: string;
  @DayField() day!: string;
  @IsOptional() @AmountField(RANGES.fishG, { words: word`Give the weight as a number` }) meanG?: number;
  @IsOptional() @AmountField(RANGES.lengthCm, { words: word`Give the length as a number` }) lengthCm?: number;
  @IsOptional() @CountField(word`At least 1 fish`) count?: number;
}

export class BringSamplesInput {
  @RowsField() @ValidateNested({ each: true }) @Type(() => SampleRow) rows!: SampleRow[];
}
