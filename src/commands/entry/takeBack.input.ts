import { word } from '../../core/words/words';
import { IsIn, IsOptional } from 'class-validator';
import { IdField } from '../inputs';

export class TakeBackInput {
  /** The key under which it was recorded; or one of its records. */
  @IsOptional() @IdField(word`That entry is not known`) recordedKey?: string;
  @IsOptional() @IsIn(['movement', 'sample', 'event'], { message: word`That entry is not known` }) kind?:
    'movement' | 'sample' | 'event';
  @IsOptional() @IdField(word`That entry is not known`) id?: string;
}
