import { word } from '../../core/words/words';
import { RANGES } from '../../core/quantity/ranges';
import { AmountField, CodeField, Confirmable, DayField, IdField, WholeField } from '../inputs';

export class RepeatSowingInput extends Confirmable {
  @CodeField(word`Choose a crop`) cropCode!: string;
  @IdField(word`Choose a bed`) bedId!: string;
  @DayField() firstPick!: string;
  @WholeField({ low: 1, high: 120, words: word`Give whole days`, outside: word`Every 1 to 120 days` })
  everyDays!: number;
  @WholeField({ low: 1, high: 60, words: word`Give a whole number`, outside: word`1 to 60 times` })
  times!: number;
  /** Plants that are to be picked each time. */
  @AmountField(RANGES.units, { words: word`Say how many plants`, low: word`At least 1 plant` })
  plants!: number;
}
