import { IsBoolean } from 'class-validator';
import { word } from '../../core/words/words';
import { StepInput, VersionField } from '../inputs';

export class PinPickInput extends StepInput {
  @VersionField() version!: number;
  @IsBoolean({ message: word`Say yes or no` }) pinned!: boolean;
}
