import { IsIn, IsOptional } from 'class-validator';
import { HELPER_CODES, type HelperCode } from '../../core/crops/signs';
import { word } from '../../core/words/words';
import { CountField, TextField } from '../inputs';

export class ReceiveHelpersInput {
  @IsIn(HELPER_CODES, { message: word`Choose what came` }) what!: HelperCode;
  @CountField(word`Give at least 1`) count!: number;
  @IsOptional() @TextField(60) supplier?: string;
}
