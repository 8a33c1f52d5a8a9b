import { IsIn, IsOptional } from 'class-validator';
import { CULTURE_CODES, type CultureCode } from '../../core/cultures/kinds';
import { word } from '../../core/words/words';
import { NumberField, TextField } from '../inputs';

export class BeginCultureInput {
  @IsIn(CULTURE_CODES, { message: word`Choose what is grown` }) what!: CultureCode;
  @TextField(80, word`Give it a name`, 2) name!: string;
  @IsOptional()
  @NumberField({ low: 0.01, high: 100_000, words: word`Give square metres`, outside: word`From 0.01 to 100,000 m²` })
  areaM2?: number;
}
