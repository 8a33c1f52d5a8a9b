import { word } from '../../core/words/words';
import { IsOptional } from 'class-validator';
import { IdField, TextField } from '../inputs';

export class ChoreInput {
  @IdField(word`This job is no longer on the round. Reload.`) choreId!: string;
  @IsOptional() @TextField(500) note?: string;
}
