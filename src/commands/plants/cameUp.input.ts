import { word } from '../../core/words/words';
import { CountField, PlantsInput } from '../inputs';

export class CameUpInput extends PlantsInput {
  @CountField(word`Give a whole number of 0 or more`, 0) count!: number;
}
