import { word } from '../../core/words/words';
import { RANGES } from '../../core/quantity/ranges';
import { AmountField, CodeField, DayField } from '../inputs';

export class AddSowingInput {
  @CodeField(word`That crop is not known`) cropCode!: string;
  @DayField() wantedOn!: string;
  @AmountField(RANGES.units, { words: word`Say how much is short`, low: word`Nothing is short` }) shortUnits!: number;
}
