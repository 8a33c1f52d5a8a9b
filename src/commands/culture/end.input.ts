import { word } from '../../core/words/words';
import { IdField } from '../inputs';

export class EndCultureInput {
  @IdField(word`That culture is not on this farm.`) cultureId!: string;
}
