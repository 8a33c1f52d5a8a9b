import { word } from '../../core/words/words';
import { IdField } from '../inputs';

export class EndRestInput {
  @IdField(word`That rest is over already.`) restId!: string;
}
