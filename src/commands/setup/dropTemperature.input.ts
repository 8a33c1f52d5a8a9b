import { word } from '../../core/words/words';
import { IsBoolean, IsOptional } from 'class-validator';
import { IdField } from '../inputs';

export class DropTemperatureInput {
  @IdField(word`That temperature is not known`) settingId!: string;
  @IsOptional() @IsBoolean({ message: word`Say yes or no` }) confirmed?: boolean;
}
