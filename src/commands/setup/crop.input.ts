import { word } from '../../core/words/words';
import { CodeField } from '../inputs';
import { LibraryValuesInput } from './species.input';

export class CropInput extends LibraryValuesInput {
  @CodeField(word`That crop is not on this farm.`) code!: string;
}
