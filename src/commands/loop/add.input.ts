import { IsIn } from 'class-validator';
import { LOOP_KINDS, type LoopKind } from '../../core/setup/description';
import { word } from '../../core/words/words';
import { CodeField, NumberField, TextField } from '../inputs';

const HELD = {
  low: 0,
  high: 40,
  words: word`Give the temperature as a number`,
  outside: word`Water of a loop is between 0 and 40 °C`,
};

export class AddLoopInput {
  @CodeField(word`Give it a short code`, 20) code!: string;
  @TextField(60, word`Give it a name`) name!: string;
  @IsIn([...LOOP_KINDS], { message: word`Choose one of the list` }) kind!: LoopKind;
  @NumberField(HELD) lowC!: number;
  @NumberField(HELD) highC!: number;
}
