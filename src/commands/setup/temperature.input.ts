import { word } from '../../core/words/words';
import { IsBoolean, IsOptional } from 'class-validator';
import { TemperatureInput } from '../inputs';

export class PlanTemperatureInput extends TemperatureInput {
  @IsOptional() @IsBoolean({ message: word`Say yes or no` }) confirmed?: boolean;
}
