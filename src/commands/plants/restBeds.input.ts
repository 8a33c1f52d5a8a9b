import { IsUUID } from 'class-validator';
import { word } from '../../core/words/words';
import { Confirmable, DayField, ListField, TextField } from '../inputs';

export class RestBedsInput extends Confirmable {
  @ListField({ least: 1, most: 200, few: word`Choose at least one bed`, many: word`At most 200 beds at once` })
  @IsUUID('all', { each: true, message: word`Choose beds of this farm.` })
  placeIds!: string[];
  @DayField() from!: string;
  @DayField() until!: string;
  @TextField(200, word`Say why`, 2) words!: string;
}
