import { word } from '../../core/words/words';
import { IsOptional } from 'class-validator';
import { RANGES } from '../../core/quantity/ranges';
import { AmountField, Handled, NumbersField, WholeField } from '../inputs';

export class WeighInput extends Handled {
  @IsOptional()
  @NumbersField({
    most: 500,
    range: RANGES.fishG,
    words: word`Every weight must be a number`,
    small: word`A fish weighs more than 0: leave out empty weighings`,
  })
  weightsG?: number[];
  @IsOptional()
  @NumbersField({ most: 500, range: RANGES.lengthCm, words: word`Every length must be a number` })
  lengthsCm?: number[];
  @IsOptional()
  @WholeField({
    low: 1,
    high: 100000,
    words: word`Give a whole number`,
    outside: word`Between 1 and 100,000 fish in one weighing`,
  })
  bulkCount?: number;
  @IsOptional() @AmountField(RANGES.massG, { words: word`Give the weight as a number` }) bulkG?: number;
}
