import { word } from '../../core/words/words';
import { CodeField, CountField, IdField } from '../inputs';

export class SowNowInput {
  @CodeField(word`Choose a crop`) cropCode!: string;
  @CountField(word`At least 1 seed`) count!: number;
  @IdField(word`Choose a bench`) placeId!: string;
}
