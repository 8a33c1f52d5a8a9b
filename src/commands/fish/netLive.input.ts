import { word } from '../../core/words/words';
import { CodeField, CountField, Handled, MassField } from '../inputs';

export class LiveSaleInput extends Handled {
  @CodeField(word`Choose a grade`) productCode!: string;
  @CountField(word`Net at least 1 fish`) count!: number;
  @MassField(word`Give their weight together`) massG!: number;
}
