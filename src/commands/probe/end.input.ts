import { word } from '../../core/words/words';
import { IdField } from '../inputs';

export class EndProbeInput {
  @IdField(word`That instrument is not known`) id!: string;
}
