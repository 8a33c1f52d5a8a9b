import { word } from '../../core/words/words';
import { CountField, StepInput } from '../inputs';

export class CountInput extends StepInput {
  @CountField(word`Give at least 1`) count!: number;
}
