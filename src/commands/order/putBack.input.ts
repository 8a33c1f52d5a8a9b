import { word } from '../../core/words/words';
import { IdField } from '../inputs';
import { OrderStepInput } from './setAside.input';

export class PutBackInput extends OrderStepInput {
  @IdField(word`That was not reserved for this order`) movementId!: string;
}
