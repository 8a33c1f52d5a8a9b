import { IsIn } from 'class-validator';
import { word } from '../../core/words/words';
import { CodeField } from '../inputs';

export class AddKindInput {
  @IsIn(['species', 'crop'], { message: word`A species or a crop` }) what!: 'species' | 'crop';
  @CodeField(word`Choose one of the library`) code!: string;
}
