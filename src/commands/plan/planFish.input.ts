import { word } from '../../core/words/words';
import { IsIn, IsOptional } from 'class-validator';
import { CodeField, CountField, DayField, Handled, IdField } from '../inputs';

export class PlanFishInput extends Handled {
  @IsIn(['move', 'harvest'], { message: word`Move or harvest` }) kind!: 'move' | 'harvest';
  @IsOptional() @IdField(word`Choose a tank`) toPlaceId?: string;
  @IsOptional() @CodeField(word`Choose a grade`) productCode?: string;
  @DayField() day!: string;
  @CountField(word`At least 1 fish`) count!: number;
}
