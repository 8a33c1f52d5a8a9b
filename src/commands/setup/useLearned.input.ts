import { IsBoolean } from 'class-validator';
import { word } from '../../core/words/words';
import { CodeField, Confirmable, VersionField } from '../inputs';

export class UseLearnedInput extends Confirmable {
  @CodeField(word`That crop is not on this farm.`) code!: string;
  @VersionField() version!: number;
  /** False: back to the recipe. */
  @IsBoolean({ message: word`Say yes or no` }) use!: boolean;
}
