import { word } from '../../core/words/words';
import { IsBoolean, IsOptional } from 'class-validator';
import { StepInput, TextField } from '../inputs';

export class TasteInput extends StepInput {
  @IsBoolean({ message: word`Say whether it tasted clean` }) passed!: boolean;
  @IsOptional() @TextField(500) note?: string;
}
