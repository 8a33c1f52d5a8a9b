import { IsIn, IsOptional } from 'class-validator';
import { word } from '../../core/words/words';
import { CountField, IdField, PlantsInput, WholeField } from '../inputs';

export class MoveOnInput extends PlantsInput {
  @IdField(word`Choose a bed`) toPlaceId!: string;
  @CountField(word`Give at least 1`) count!: number;
  /** The stage in the bed they come to, from 0; as they are unless said. */
  @IsOptional() @WholeField({ low: 0, high: 9 }) stage?: number;
  /** Of those taken up, what did not make it. */
  @IsOptional() @CountField(word`Give a whole number of 0 or more`, 0) lost?: number;
  /** Of plants on a bench, what becomes of those that neither went along nor were lost; they stay unless said. */
  @IsOptional() @IsIn(['stay', 'compost'], { message: word`Choose what becomes of them` }) others?: 'stay' | 'compost';
}
