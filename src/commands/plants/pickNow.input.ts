import { IsOptional } from 'class-validator';
import { word } from '../../core/words/words';
import { RANGES } from '../../core/quantity/ranges';
import { AmountField, CodeField, Confirmable, IdField } from '../inputs';

export class PickNowInput extends Confirmable {
  @IdField(word`Choose a planting`) lotId!: string;
  @IdField(word`Choose a bed`) placeId!: string;
  @AmountField(RANGES.units, { words: word`Give what was picked as a number`, low: word`Give what was picked` })
  quantity!: number;
  /** Of what is counted: what it weighed together, g. */
  @IsOptional()
  @AmountField(RANGES.massG, { words: word`Give what it weighed as a number`, low: word`Give what it weighed` })
  massG?: number;
  @IsOptional() @CodeField(word`Choose what it is packed as`) productCode?: string;
}
