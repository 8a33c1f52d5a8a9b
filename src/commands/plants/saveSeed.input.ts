import { word } from '../../core/words/words';
import { CountField, PlantsInput } from '../inputs';

export class SaveSeedInput extends PlantsInput {
  @CountField(word`At least 1 seed`) count!: number;
}
