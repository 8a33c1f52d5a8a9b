import { word } from '../../core/words/words';
import { IsOptional } from 'class-validator';
import { RANGES } from '../../core/quantity/ranges';
import { AmountField, Handled, NumbersField, WholeField } from '../inputs';

export class WeighInput extends Handled {
  @IsOptional()
  @NumbersField(
    500,
    RANGES.fishG,
    word`Every weight must be a number`,
    word`A fish weighs more than 0: leave out empty weighings`,
  )
  weightsG?: number[];
  @IsOptional() @NumbersField(500, RANGES.lengthCm, word`Every length must be a number`) lengthsCm?: number[];
  @IsOptional()
  @WholeField(1, 100_000, word`Give a whole number`, word`Between 1 and 100,000 fish in one weighing`)
  bulkCount?: number;
  @IsOptional() @AmountField(RANGES.massG, { words: word`Give the weight as a number` }) bulkG?: number;
}
