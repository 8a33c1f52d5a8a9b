import { word } from '../../core/words/words';
import { Confirmable, IdField, VersionField } from '../inputs';

export class RetireEquipmentInput extends Confirmable {
  @IdField(word`That is not known`) id!: string;
  @VersionField() version!: number;
}
