import { word } from '../../core/words/words';
import { CountField, IdField } from '../inputs';

export class ReleaseHelpersInput {
  @IdField(word`Choose what is released`) lotId!: string;
  @IdField(word`Choose a bed`) placeId!: string;
  @CountField(word`Give at least 1`) count!: number;
}
