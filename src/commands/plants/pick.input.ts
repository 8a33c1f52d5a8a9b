import { IsBoolean, IsOptional } from 'class-validator';
import { word } from '../../core/words/words';
import { RANGES } from '../../core/quantity/ranges';
import { AmountField, CodeField, CountField, IdField, StepInput } from '../inputs';

export class PickInput extends StepInput {
  @AmountField(RANGES.units, { words: word`Give what was picked as a number`, low: word`Give what was picked` })
  quantity!: number;
  /** Of what is counted: what it weighed together, g. */
  @IsOptional()
  @AmountField(RANGES.massG, { words: word`Give what it weighed as a number`, low: word`Give what it weighed` })
  massG?: number;
  @IsOptional() @CodeField(word`Choose what it is packed as`) productCode?: string;
  /** What comes in at the beginning of the bed, from the bench. */
  @IsOptional() @IdField(word`Choose what comes in`) refillLotId?: string;
  @IsOptional() @CountField(word`Give a whole number of 0 or more`, 0) refillCount?: number;
  @IsOptional() @IsBoolean({ message: word`Say yes or no` }) confirmed?: boolean;
}
