import { word } from '../../core/words/words';
import { RANGES } from '../../core/quantity/ranges';
import { AmountField, IdField, TextField } from '../inputs';

export class WriteOffInput {
  @IdField(word`Choose a lot`) lotId!: string;
  @AmountField(RANGES.units, { words: word`Give the quantity as a number`, low: word`Write off more than 0` })
  quantity!: number;
  @TextField(300, word`Say why, in 3 letters or more`, 3) reason!: string;
}
