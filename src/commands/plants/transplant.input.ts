import { word } from '../../core/words/words';
import { IsBoolean, IsOptional } from 'class-validator';
import { CountInput } from './sow.input';

export class TransplantInput extends CountInput {
  @IsOptional() @IsBoolean({ message: word`Say yes or no` }) confirmed?: boolean;
}
