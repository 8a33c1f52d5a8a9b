import { IsIn } from 'class-validator';
import { word } from '../../core/words/words';
import { CodeField, Confirmable, VersionField } from '../inputs';

export class RetireKindInput extends Confirmable {
  @IsIn(['species', 'crop'], { message: word`A species or a crop` }) what!: 'species' | 'crop';
  @CodeField(word`Choose one of this farm`) code!: string;
  @VersionField() version!: number;
}
