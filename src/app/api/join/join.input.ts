import { IsBoolean, IsOptional } from 'class-validator';
import { CodeField, TextField } from '../../../commands/inputs';
import { word } from '../../../core/words/words';

export class JoinInput {
  @CodeField(word`That link is not known`, 64) token!: string;
  /** As who is signed in already. */
  @IsOptional() @IsBoolean({ message: word`Say yes or no` }) asMyself?: boolean;
  @IsOptional() @TextField(120, word`Give your name`) name?: string;
  @IsOptional() @TextField(120, word`Choose a sign-in name`, 2) signInName?: string;
  @IsOptional() @CodeField(word`Choose a password`, 200) password?: string;
}
