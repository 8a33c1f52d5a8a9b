import { word } from '../../core/words/words';
import { RANGES } from '../../core/quantity/ranges';
import { AmountField, CodeField, IdField } from '../inputs';

export class MakeInput {
  @IdField(word`Choose a lot`) lotId!: string;
  @CodeField(word`Choose what it is made into`) productCode!: string;
  @AmountField(RANGES.units, { words: word`Give what went in as a number`, low: word`Something has to go in` })
  used!: number;
  @AmountField(RANGES.units, { words: word`Give what came of it as a number`, low: word`Something has to come of it` })
  made!: number;
}
