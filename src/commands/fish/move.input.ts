import { word } from '../../core/words/words';
import { CountField, Handled, IdField, MassField } from '../inputs';

export class MoveInput extends Handled {
  @IdField(word`Choose a tank`) toPlaceId!: string;
  @CountField(word`Move at least 1 fish`) count!: number;
  @MassField(word`Give their weight together`) massG!: number;
  @CountField(word`Dead fish are 0 or more`, 0) dead!: number;
}
