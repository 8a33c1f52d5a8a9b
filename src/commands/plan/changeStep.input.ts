import { word } from '../../core/words/words';
import { IsBoolean, IsOptional } from 'class-validator';
import { Confirmable, CountField, DayField, IdField, VersionField } from '../inputs';

export class ChangeStepInput extends Confirmable {
  @IdField(word`That step is not known`) stepId!: string;
  @VersionField() version!: number;
  @IsOptional() @DayField() day?: string;
  @IsOptional() @CountField(word`At least 1 fish`) count?: number;
  @IsOptional() @IdField(word`Choose a tank`) toPlaceId?: string;
  @IsOptional() @IsBoolean({ message: word`Say yes or no` }) drop?: boolean;
}
