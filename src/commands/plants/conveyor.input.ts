import { IsOptional } from 'class-validator';
import { word } from '../../core/words/words';
import { RANGES } from '../../core/quantity/ranges';
import { AmountField, Confirmable, CountField, IdField } from '../inputs';

export class ConveyorInput extends Confirmable {
  @IdField(word`Choose a bed`) placeId!: string;
  /** What is picked at the end. */
  @IdField(word`Choose what is picked`) lotId!: string;
  @AmountField(RANGES.units, { words: word`Give what was picked as a number`, low: word`Give what was picked` })
  quantity!: number;
  /** Of what is counted: what it weighed together, g. */
  @IsOptional()
  @AmountField(RANGES.massG, { words: word`Give what it weighed as a number`, low: word`Give what it weighed` })
  massG?: number;
  /** What comes in at the beginning, from the bench. */
  @IsOptional() @IdField(word`Choose what comes in`) refillLotId?: string;
  @IsOptional() @CountField(word`Give a whole number of 0 or more`, 0) refillCount?: number;
}
