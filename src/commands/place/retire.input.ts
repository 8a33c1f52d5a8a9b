import { word } from '../../core/words/words';
import { IdField, VersionField } from '../inputs';

export class RetirePlaceInput {
  @IdField(word`That place is not known`) id!: string;
  @VersionField() version!: number;
}
