import { Type } from '../../core/inputType';
import { IsOptional, ValidateNested } from 'class-validator';
import { RANGES } from '../../core/quantity/ranges';
import { word } from '../../core/words/words';
import { AmountField, CodeField, Confirmable, CountField, DayField, TextField } from '../inputs';
import { RowsField } from '../tableRows';

class FishRow {
  @CodeField(word`Choose a tank`) place!: string;
  @CodeField(word`Choose a species`) species!: string;
  @CountField(word`At least 1 fish`) count!: number;
  @IsOptional() @AmountField(RANGES.stockedG, { words: word`Give the weight as a number` }) meanG?: number;
  @IsOptional() @AmountField(RANGES.lengthCm, { words: word`Give the length as a number` }) lengthCm?: number;
  @IsOptional() @DayField() weighedOn?: string;
  @IsOptional() @TextField(200) supplier?: string;
}

export class OpeningFishInput extends Confirmable {
  @RowsField() @ValidateNested({ each: true }) @Type(() => FishRow) rows!: FishRow[];
}
