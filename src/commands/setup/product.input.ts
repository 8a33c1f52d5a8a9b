import { word } from '../../core/words/words';
import { IsIn, IsOptional } from 'class-validator';
import { PRODUCT_FORM_CODES } from '../../core/market/forms';
import { AmountField, CodeField, MinorField, TextField, VersionField, WholeField } from '../inputs';

export class ProductInput {
  @CodeField(word`That product is not known`) code!: string;
  @VersionField() version!: number;
  @TextField(80, word`Give it a name`) name!: string;
  @MinorField() priceMinor!: number;
  @WholeField({ low: 0, high: 365, words: word`Give whole days` }) shelfLifeDays!: number;
  @IsOptional() @WholeField({ low: 0, high: 365, words: word`Give whole days` }) leastLeftDays?: number;
  @IsOptional() @IsIn(PRODUCT_FORM_CODES, { message: word`Choose a form` }) form?: string;
  @IsOptional()
  @AmountField({ low: 0, high: 1_000_000, why: word`more than any pack` }, { words: word`Give the pack as a number` })
  packSize?: number;
  @IsOptional()
  @AmountField(
    { low: 0, high: 1_000_000, why: word`more than can be meant` },
    { words: word`Give how much goes into one` },
  )
  takes?: number;
}
