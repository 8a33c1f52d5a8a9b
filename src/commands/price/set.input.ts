import { word } from '../../core/words/words';
import { CodeField, DayField, MinorField, TextField } from '../inputs';

export class PriceInput {
  @CodeField(word`Choose a product`) product!: string;
  @TextField(60, word`Name the list`) list!: string;
  @DayField() fromDay!: string;
  @MinorField() priceMinor!: number;
}
