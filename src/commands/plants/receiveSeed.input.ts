import { IsOptional } from 'class-validator';
import { word } from '../../core/words/words';
import { CodeField, CountField, TextField } from '../inputs';

export class ReceiveSeedInput {
  @CodeField(word`Choose a crop`) cropCode!: string;
  @CountField(word`At least 1 seed`) count!: number;
  @TextField(30, word`Give the lot number on the packet`, 2) code!: string;
  @IsOptional() @TextField(120) supplier?: string;
}
