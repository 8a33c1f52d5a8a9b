import { IsIn, IsOptional } from 'class-validator';
import { SCHOOLS, type School } from '../../core/facts/farm';
import { word } from '../../core/words/words';
import { NumberField, TextField, ThingInput } from '../inputs';

const LOAD = {
  low: 0,
  high: 1000,
  words: word`Give the feed as a number`,
  outside: word`Between 0 and 1,000 g on a square metre and day`,
};

const PERCENT = {
  low: 1,
  high: 2000,
  words: word`Give the percent as a number`,
  outside: word`Between 1 and 2,000 %`,
};

export class LoopInput extends ThingInput {
  @TextField(60, word`Give it a name`) name!: string;
  @NumberField(LOAD) lowGM2!: number;
  @NumberField(LOAD) highGM2!: number;
  @IsOptional() @IsIn(SCHOOLS, { message: word`By feed or by nitrogen` }) warnsBy?: School;
  @IsOptional() @NumberField(PERCENT) lowNPercent?: number;
  @IsOptional() @NumberField(PERCENT) highNPercent?: number;
}
