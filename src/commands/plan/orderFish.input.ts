import { word } from '../../core/words/words';
import { IsOptional } from 'class-validator';
import { RANGES } from '../../core/quantity/ranges';
import { AmountField, CodeField, Confirmable, CountField, DayField, IdField, TextField } from '../inputs';

export class OrderFishInput extends Confirmable {
  @CodeField(word`Choose a species`) speciesCode!: string;
  @CountField(word`Order at least 1 fish`) count!: number;
  @AmountField(RANGES.stockedG, { words: word`Give the mean weight`, low: word`A fish weighs more than 0` })
  meanG!: number;
  @DayField() day!: string;
  @IdField(word`Choose where they arrive`) toPlaceId!: string;
  @IsOptional() @IdField(word`Choose a tank`) thenPlaceId?: string;
  @IsOptional() @TextField(300) note?: string;
}
