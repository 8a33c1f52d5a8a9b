import { IsIn, IsOptional, Matches } from 'class-validator';
import { word } from '../../core/words/words';
import type { Role } from '../../db/people';
import { DayField, TextField } from '../inputs';

export const ROLES: Role[] = ['manager', 'office', 'hand', 'visitor'];

export class InviteInput {
  @TextField(120, word`Give the name`) name!: string;
  @IsIn(ROLES, { message: word`Choose what they do` }) role!: Role;
  @IsOptional() @DayField() visitsUntil?: string;
  /** Made by whoever asks in; it becomes the end of the link. */
  @Matches(/^[\w-]{32,64}$/, { message: word`This page lost its link. Reload.` }) token!: string;
}
