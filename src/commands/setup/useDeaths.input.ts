import { IsBoolean } from 'class-validator';
import { word } from '../../core/words/words';
import { CodeField, Confirmable, VersionField } from '../inputs';

export class UseDeathsInput extends Confirmable {
  @CodeField(word`That species is not on this farm.`) code!: string;
  @VersionField() version!: number;
  /** False: back to the published rate. */
  @IsBoolean({ message: word`Say yes or no` }) use!: boolean;
}
