import { word } from '../../core/words/words';
import { IsString } from 'class-validator';
import { Confirmable, IdField, ListField } from '../inputs';

export class MergeInput extends Confirmable {
  @IdField(word`Choose a tank`) placeId!: string;
  @ListField({ least: 2, most: 20, few: word`Choose at least two`, many: word`At most 20 lots` })
  @IsString({ each: true, message: word`That cohort is not known. Reload.` })
  lotCodes!: string[];
}
