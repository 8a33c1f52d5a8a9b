import { word } from '../../core/words/words';
import { CodeField, Confirmable, VersionField } from '../inputs';

export class RetireProductInput extends Confirmable {
  @CodeField(word`That product is not known`) code!: string;
  @VersionField() version!: number;
}
