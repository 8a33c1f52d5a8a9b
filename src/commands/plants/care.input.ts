import { IsIn, IsOptional } from 'class-validator';
import { CARE_CODES, type CareCode } from '../../core/library/types';
import { word } from '../../core/words/words';
import { CodeField, DayField, IdField, TextField } from '../inputs';

export class CareInput {
  @CodeField(word`Choose a planting`) lotCode!: string;
  @IdField(word`Choose a bed`) placeId!: string;
  @IsIn(CARE_CODES, { message: word`Choose what was done` }) what!: CareCode;
  /** The day the round asked for it; none: it was done without being due. */
  @IsOptional() @DayField() dueOn?: string;
  @IsOptional() @TextField(500) note?: string;
}
