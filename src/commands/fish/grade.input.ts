import { word } from '../../core/words/words';
import { IsIn, IsOptional } from 'class-validator';
import { RANGES } from '../../core/quantity/ranges';
import { AmountField, CountField, Handled, IdField, MassField } from '../inputs';

export class GradeInput extends Handled {
  @AmountField(RANGES.fishG, { words: word`Give the weight to split at` }) thresholdG!: number;
  @IdField(word`Choose a tank for the large ones`) largePlaceId!: string;
  @IdField(word`Choose a tank for the small ones`) smallPlaceId!: string;
  @CountField(word`At least 1 fish`) largeCount!: number;
  @MassField(word`Give the weight of the large ones`) largeG!: number;
  @CountField(word`At least 1 fish`) smallCount!: number;
  @MassField(word`Give the weight of the small ones`) smallG!: number;
  /** Whom planned harvests follow; the large ones unless said. */
  @IsOptional() @IsIn(['large', 'small'], { message: word`With the large ones or the small ones` }) harvests?:
    'large' | 'small';
}
