import { IsIn, IsOptional } from 'class-validator';
import { word } from '../../core/words/words';
import { IdField, MassField, TextField } from '../inputs';

export class RecordCultureInput {
  @IdField(word`That culture is not on this farm.`) cultureId!: string;
  @IsIn(['given', 'taken'], { message: word`Say whether it was given or taken out` }) way!: 'given' | 'taken';
  @MassField(word`Give the weight as a number`) massG!: number;
  @IsOptional() @TextField(300) words?: string;
}
