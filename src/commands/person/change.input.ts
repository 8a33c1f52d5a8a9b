import { IsIn, IsOptional } from 'class-validator';
import { word } from '../../core/words/words';
import type { Role } from '../../db/people';
import { IdField, TextField } from '../inputs';
import { ROLES } from './invite.input';

export class ChangePersonInput {
  @IdField(word`That person is not known`) personId!: string;
  @TextField(120, word`Give the name`) name!: string;
  @IsIn(ROLES, { message: word`Choose what they do` }) role!: Role;
  @IsOptional() @TextField(200, word`Say it in words`, 0) contact?: string;
  @IsOptional() @TextField(300, word`Say it in words`, 0) skills?: string;
}
