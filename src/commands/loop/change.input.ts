import { word } from '../../core/words/words';
import { NumberField, TextField, ThingInput } from '../inputs';

const LOAD = {
  low: 0,
  high: 1000,
  words: word`Give the feed as a number`,
  outside: word`Between 0 and 1,000 g on a square metre and day`,
};

export class LoopInput extends ThingInput {
  @TextField(60, word`Give it a name`) name!: string;
  @NumberField(LOAD) lowGM2!: number;
  @NumberField(LOAD) highGM2!: number;
}
