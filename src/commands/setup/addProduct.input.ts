import { IsIn, IsOptional } from 'class-validator';
import { PRODUCT_FORM_CODES } from '../../core/market/forms';
import { word } from '../../core/words/words';
import { AmountField, CodeField, MinorField, TextField, WholeField } from '../inputs';

export class AddProductInput {
  @CodeField(word`Choose what it is made of`) madeFrom!: string;
  @IsIn(['kg', 'head', 'bunch'], { message: word`Choose how it is sold` }) unit!: 'kg' | 'head' | 'bunch';
  @AmountField(
    { low: 0, high: 1_000_000, why: word`more than can be meant` },
    { words: word`Give how much goes into one` },
  )
  takes!: number;
  @TextField(80, word`Give it a name`) name!: string;
  @MinorField() priceMinor!: number;
  @WholeField({ low: 0, high: 365, words: word`Give whole days` }) shelfLifeDays!: number;
  @IsOptional() @WholeField({ low: 0, high: 365, words: word`Give whole days` }) leastLeftDays?: number;
  @IsOptional() @IsIn(PRODUCT_FORM_CODES, { message: word`Choose a form` }) form?: string;
  @IsOptional()
  @AmountField({ low: 0, high: 1_000_000, why: word`more than any pack` }, { words: word`Give the pack as a number` })
  packSize?: number;
}
