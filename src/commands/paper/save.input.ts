import { IsIn, IsOptional } from 'class-validator';
import { word } from '../../core/words/words';
import type { PaperKind } from '../../db/papers';
import { DayField, IdField, TextField, VersionField, WholeField } from '../inputs';

const KINDS: PaperKind[] = ['permit', 'rule', 'contact'];
const NOT_KNOWN = word`That is not on this farm`;

export class PaperInput {
  @IsOptional() @IdField(NOT_KNOWN) id?: string;
  @IsOptional() @VersionField() version?: number;
  @IsIn(KINDS, { message: word`Say what it is: a permit, a rule or a contact` }) kind!: PaperKind;
  @TextField(200, word`Give it a title`) title!: string;
  @IsOptional() @TextField(4000, word`Say it in words`, 0) words?: string;
  @IsOptional() @TextField(60, word`Give the number`, 0) phone?: string;
  @IsOptional() @DayField() endsOn?: string;
  @IsOptional() @WholeField({ low: 0, high: 730, words: word`Give whole days` }) warnDays?: number;
}
